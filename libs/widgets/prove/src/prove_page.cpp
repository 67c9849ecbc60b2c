// SPDX-License-Identifier: GPL-3.0-or-later
#include "prove_page.hpp"

#include <QComboBox>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QPushButton>

#include "app/flow_edits.hpp"
#include "flow_picture.hpp"
#include "kit/field_links.hpp"
#include "kit/page_tools.hpp"
#include "kit/setup_form.hpp"
#include "units/format.hpp"

namespace euryth::widgets {

using units::Kind;

ProvePage::ProvePage(Context context, QWidget* parent) : StagePage(context, parent)
{
    setObjectName(QStringLiteral("provePage"));
    auto* left = new QVBoxLayout;
    left->setSpacing(8);
    left->addWidget(makeTests());
    left->addWidget(makeLifts(), 1);
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(8);
    row->addLayout(left, 5);
    row->addWidget(makePicture(), 6);
    setFocusProxy(m_table);
    refresh();
}

std::optional<std::size_t> ProvePage::test() const
{
    const job::Port* port = m_context.workspace.port();
    if (!port || port->flow.empty())
        return std::nullopt;
    const std::size_t last = port->flow.size() - 1;
    return m_chosenOf == m_context.workspace.portIndex() ? std::min(m_chosen, last) : last;
}

QWidget* ProvePage::makeTests()
{
    auto* panel = new Panel(tr("Flow tests"));
    m_testButtons = listButtons(
        tr("&Add a test"), tr("Remove"), [this] { addTest(); }, [this] { removeTest(); });
    m_testButtons->setObjectName(QStringLiteral("testButtons"));
    panel->addTool(m_testButtons);
    m_tests = new QComboBox;
    m_tests->setObjectName(QStringLiteral("flowTests"));
    m_tests->setToolTip(tr("The tests of this port, the oldest first"));
    connect(m_tests, &QComboBox::activated, this, [this](int i) { choose(static_cast<std::size_t>(i)); });
    panel->body()->addWidget(m_tests);
    panel->body()->addWidget(makeHow());
    return panel;
}

TextEdit* ProvePage::textOf(const QString& label, const QString& tip, std::string job::FlowTest::*member,
                            const char* name)
{
    TextEdit::Source source;
    source.label = label;
    source.tip = tip;
    source.get = [this, member] {
        const auto chosen = test();
        return chosen ? QString::fromStdString(m_context.workspace.port()->flow[*chosen].*member) : QString();
    };
    source.set = [this, member, label](const QString& typed) {
        if (const auto chosen = test()) {
            editPort(m_context, label,
                     [&](job::Port& port) { port.flow[*chosen].*member = typed.trimmed().toStdString(); });
        }
        return QString();
    };
    auto* edit = new TextEdit(m_context, std::move(source));
    edit->edit()->setObjectName(QString::fromLatin1(name));
    return edit;
}

/// Under what the test was made.
QWidget* ProvePage::makeHow()
{
    auto* form = new QWidget;
    auto* grid = new QGridLayout(form);
    grid->setContentsMargins(0, 0, 0, 0);
    grid->setHorizontalSpacing(12);
    grid->setVerticalSpacing(2);
    grid->setColumnStretch(0, 6);  // numbers with their unit
    grid->setColumnStretch(1, 5);
    grid->addWidget(textOf(tr("state"), tr("Of the port: before, after valve job, after cut ..."),
                           &job::FlowTest::state, "flowState"),
                    0, 0);
    grid->addWidget(
        textOf(tr("bench"), tr("By the name that it has in Probe, Bench"), &job::FlowTest::bench, "flowBench"), 0, 1);
    FormBuilder(m_context, *grid).add(1, 0, [this]() -> std::optional<app::FieldBinding> {
        const auto chosen = test();
        if (!chosen)
            return std::nullopt;
        return app::bind(
            job::field::depression, [ port = *m_context.workspace.portIndex(), flow = *
                                      chosen ](auto& job) -> auto& { return job.ports[port].flow[flow].depression; });
    });
    grid->addWidget(textOf(tr("who"), tr("Who stood at the bench"), &job::FlowTest::who, "flowWho"), 1, 1);
    SetupForm(m_context, *grid, 2, 2).fill([this](auto& job) {
        const auto port = m_context.workspace.portIndex();
        const auto chosen = test();
        const bool there = port && chosen && *port < job.ports.size() && *chosen < job.ports[*port].flow.size();
        return there ? &job.ports[*port].flow[*chosen].setup : nullptr;
    });
    return form;
}

QWidget* ProvePage::makeLifts()
{
    auto* panel = new Panel(tr("Lift by lift"));
    m_liftButtons = listButtons(
        tr("Add a &lift"), tr("Remove"), [this] { addLift(); }, [this] { removeLift(); });
    m_liftButtons->setObjectName(QStringLiteral("liftButtons"));
    panel->addTool(m_liftButtons);
    m_messages = new MessageLine;
    m_messages->setMinimumHeight(18);
    m_lifts = app::makeFlowTable(
        m_context.workspace, [this] { return test(); }, this);
    m_table = new EntryView(m_context, *m_lifts, *m_messages);
    m_table->setObjectName(QStringLiteral("flowTable"));
    m_table->setMinimumHeight(120);
    m_table->verticalHeader()->hide();
    m_table->horizontalHeader()->setSectionResizeMode(QHeaderView::Stretch);
    panel->body()->addWidget(m_table, 1);
    panel->body()->addWidget(m_messages);
    return panel;
}

QWidget* ProvePage::makePicture()
{
    auto* panel = new Panel(tr("What it gained"));
    auto* copy = new QPushButton(tr("&Copy picture"));
    copy->setObjectName(QStringLiteral("copyFlow"));
    panel->addTool(copy);
    m_picture = new FlowCanvas(m_context, [this] { return test(); });
    connect(copy, &QPushButton::clicked, this, [this] { m_picture->copyPicture(); });
    panel->body()->addWidget(m_picture, 1);
    m_sums = new QLabel;
    m_sums->setObjectName(QStringLiteral("flowSums"));
    m_sums->setWordWrap(true);
    m_sums->setTextInteractionFlags(Qt::TextSelectableByMouse);
    panel->body()->addWidget(m_sums);
    return panel;
}

void ProvePage::choose(std::size_t test)
{
    m_chosenOf = m_context.workspace.portIndex();
    m_chosen = test;
    m_context.workspace.refresh();  // fields, table and picture follow
}

void ProvePage::addTest()
{
    if (!m_context.workspace.port())
        return;
    const auto today = m_context.session.clock()().toString(Qt::ISODate).toStdString();
    choose(app::addFlowTest(m_context.workspace, today));
    m_table->setFocus();
    m_table->setCurrentIndex(m_lifts->index(0, 1));
}

void ProvePage::removeTest()
{
    if (const auto chosen = test())
        app::removeFlowTest(m_context.workspace, *chosen);
}

void ProvePage::addLift()
{
    if (const auto chosen = test())
        app::addFlowLift(m_context.workspace, *chosen);
}

void ProvePage::removeLift()
{
    const auto chosen = test();
    const QModelIndex at = m_table->currentIndex();
    if (chosen && at.isValid())
        app::removeFlowLift(m_context.workspace, *chosen, static_cast<std::size_t>(at.row()));
}

QString ProvePage::sumsText() const
{
    const app::Workspace& w = m_context.workspace;
    const auto chosen = test();
    if (!chosen)
        return {};
    const job::Port& port = *w.port();
    QStringList lines;
    const auto tests = proving::allSums(w.job(), port, w.analysis());
    if (const auto gain = proving::gainOf(port, tests)) {
        lines << tr("<b>%1 to %2: %3 over all lifts.</b>")
                     .arg(testName(port.flow[gain->from]), testName(port.flow[gain->to]),
                          w.text(Kind::Percent, gain->mean));
    }
    const auto sums = proving::sumsOf(w.job(), port, w.analysis(), *chosen);
    const QString name = testName(port.flow[*chosen]);
    if (!sums) {
        lines << tr("%1 is not worked out. Missing: %2.").arg(name, withLinks(w, sums.missing));
        return lines.join(QStringLiteral("<br>"));
    }
    lines << tr("%1: mean over the lift %2, over its upper half %3")
                     .arg(name, w.text(Kind::Flow, sums->mean.si()), w.text(Kind::Flow, sums->upperMean.si())) +
                 (sums->camMean
                      ? tr("; over the cam %1, an open area of %2.")
                            .arg(w.text(Kind::Flow, sums->camMean->si()), w.text(Kind::Area, sums->camMeanArea->si()))
                      : tr("; over the cam not yet: missing %1.").arg(withLinks(w, sums->camMean.missing)));
    if (sums->throughPinch) {
        constexpr double hundredCc = 1e-4;
        const QString perCc = w.text(Kind::Flow, *sums->fillsPerSecond * hundredCc);
        lines << tr("At most %1 through the pinch; %2 for each 100 cc of port.")
                     .arg(w.text(Kind::Speed, sums->throughPinch->si()), perCc);
    }
    if (sums->factorUncertainty)
        lines << tr("The bench's factor is sure to %1.").arg(w.text(Kind::Percent, *sums->factorUncertainty));
    else if (!sums->factorKnown)
        lines << tr("The bench's factor is not known: its numbers compare with its own only.");
    return lines.join(QStringLiteral("<br>"));
}

void ProvePage::refresh()
{
    const app::Workspace& w = m_context.workspace;
    const auto chosen = test();
    m_tests->clear();
    if (w.port()) {
        for (const job::FlowTest& flow : w.port()->flow) {
            m_tests->addItem(QStringLiteral("%1   %2   %3")
                                 .arg(testName(flow), QString::fromStdString(flow.when.substr(0, 10)),
                                      QString::fromStdString(flow.bench)));
        }
    }
    m_tests->setEnabled(chosen.has_value());
    m_tests->setCurrentIndex(chosen ? static_cast<int>(*chosen) : -1);
    m_liftButtons->setEnabled(chosen.has_value());
    m_lifts->follow();
    m_messages->setHint(tr("Type the flows down the column, Enter goes on. Standard: at %1 and standard air.")
                            .arg(w.text(Kind::Depression, proving::kReferenceDepression.si())));
    setLinkedText(*m_sums, sumsText());
}

}  // namespace euryth::widgets
