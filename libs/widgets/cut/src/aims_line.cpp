// SPDX-License-Identifier: GPL-3.0-or-later
#include <QHBoxLayout>
#include <QSignalBlocker>
#include <QSlider>

#include "cut_views.hpp"
#include "kit/seen.hpp"

namespace euryth::widgets {

namespace {

using Aim = std::optional<job::Weight> job::CutAims::*;

QString weightName(job::Weight weight)
{
    switch (weight) {
    case job::Weight::Off: return tr("off");
    case job::Weight::Little: return tr("little");
    case job::Weight::Usual: return tr("usual");
    case job::Weight::Much: return tr("much");
    case job::Weight::Most: break;
    }
    return tr("most");
}

void addAim(Context context, QHBoxLayout& row, const QString& name, const char* objectName, Aim aim, job::Weight least)
{
    auto* label = quietLabel({});
    auto* slider = new QSlider(Qt::Horizontal);
    slider->setObjectName(QString::fromLatin1(objectName));
    slider->setRange(static_cast<int>(least), static_cast<int>(job::Weight::Most));
    slider->setPageStep(1);
    slider->setTickPosition(QSlider::TicksBelow);
    slider->setFixedWidth(56);
    slider->setAccessibleName(name);
    slider->setToolTip(tr("How much this counts against the other two when the cuts are planned"));
    const auto refresh = [=] {
        const job::Port* port = context.workspace.port();
        slider->setEnabled(port != nullptr);
        const job::Weight weight = port ? (port->cutAims.*aim).value_or(job::Weight::Usual) : job::Weight::Usual;
        const QSignalBlocker quiet(slider);
        slider->setValue(static_cast<int>(weight));
        label->setText(tr("%1 %2").arg(name, weightName(weight)));
    };
    QObject::connect(slider, &QSlider::valueChanged, slider, [=](int value) {
        const auto port = context.workspace.portIndex();
        if (!port)
            return;
        context.workspace.document().apply(tr("Weigh the cuts"), [=](job::Job& job) {
            const auto weight = static_cast<job::Weight>(value);
            job.ports[*port].cutAims.*aim = weight == job::Weight::Usual ? std::nullopt : std::optional(weight);
        });
    });
    keepUpToDate(context, slider, refresh);
    row.addWidget(label);
    row.addWidget(slider);
}

}  // namespace

QWidget* makeAimsLine(Context context)
{
    auto* line = new QWidget;
    auto* row = new QHBoxLayout(line);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(6);
    addAim(context, *row, tr("area"), "aimArea", &job::CutAims::area, job::Weight::Off);
    addAim(context, *row, tr("even air"), "aimAir", &job::CutAims::air, job::Weight::Off);
    addAim(context, *row, tr("save metal"), "aimMetal", &job::CutAims::metal, job::Weight::Little);
    return line;
}

}  // namespace euryth::widgets
