// SPDX-License-Identifier: GPL-3.0-or-later
#include "shell/bench_strip.hpp"

#include <QHBoxLayout>

#include "air/isentropic.hpp"
#include "units/format.hpp"

namespace euryth::widgets {

using units::Kind;
namespace field = job::field;

BenchStrip::BenchStrip(Context context, QWidget* parent)
    : QWidget(parent),
      m_context(context),
      m_sums(quietLabel({})),
      m_state(quietLabel({}))
{
    setObjectName(QStringLiteral("benchStrip"));
    setAttribute(Qt::WA_StyledBackground);
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(12, 3, 12, 3);
    row->setSpacing(16);
    auto* title = new WrapLabel(tr("Bench"));
    title->setFont(drawing::font(drawing::text::kNormal, true));
    row->addWidget(title);
    const std::array bindings{app::bind(
                                  field::depression, [](auto& job) -> auto& { return job.bench.depression; }),
                              app::bind(
                                  field::temperature, [](auto& job) -> auto& { return job.bench.temperature; }),
                              app::bind(
                                  field::pressure, [](auto& job) -> auto& { return job.bench.pressure; }),
                              app::bind(
                                  field::humidity, [](auto& job) -> auto& { return job.bench.humidity; })};
    for (const auto& binding : bindings) {
        auto* edit = new FieldEdit(context, [binding] { return binding; });
        edit->edit()->setMaximumWidth(70);
        row->addWidget(edit);
    }
    row->addWidget(m_sums, 1);
    row->addWidget(m_state);
    connect(&context.workspace, &app::Workspace::refreshed, this, &BenchStrip::refresh);
    connect(&context.workspace.document(), &app::Document::fileChanged, this, &BenchStrip::refresh);
    refresh();
}

void BenchStrip::say(const QString& text) { m_state->setText(text); }

void BenchStrip::refresh()
{
    auto& workspace = m_context.workspace;
    const auto room = analysis::roomAir(workspace.job().bench);
    const auto& depression = workspace.job().bench.depression;
    const auto ideal = room && depression ? air::idealSpeed(*room, *depression) : std::nullopt;
    m_sums->setText(ideal ? tr("air can reach %1 at this depression").arg(workspace.text(Kind::Speed, ideal->si()))
                          : QString());
    m_sums->setToolTip(
        tr("Speed of still air that expands by the depression without loss; no local reading can be "
           "higher without help."));
    auto& document = workspace.document();
    m_state->setText(document.isDirty() ? tr("not saved") : document.path().isEmpty() ? QString() : tr("saved"));
}

}  // namespace euryth::widgets
