// SPDX-License-Identifier: GPL-3.0-or-later
#include <QComboBox>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLineEdit>
#include <QTableWidget>

#include "app/flow_edits.hpp"
#include "kit/canvas.hpp"
#include "kit/choice_edit.hpp"
#include "kit/field_links.hpp"
#include "kit/form_parts.hpp"
#include "kit/page_tools.hpp"
#include "prove_views.hpp"
#include "proving/chambers.hpp"
#include "proving/valve_job.hpp"
#include "strip_rows.hpp"

namespace euryth::widgets {

using units::Kind;

namespace {

/// Valve jobs: a row a port, a column an item, each with a mark.
class SeatTable : public QTableWidget {
public:
    explicit SeatTable(Context context) : m_context(context)
    {
        setObjectName(QStringLiteral("seatChecks"));
        setEditTriggers(NoEditTriggers);
        setSelectionBehavior(SelectRows);
        setSelectionMode(SingleSelection);
        QStringList heads;
        for (const proving::SeatItem item : proving::kSeatItems)
            heads << context.workspace.text(nameOf(item));
        setColumnCount(static_cast<int>(heads.size()));
        setHorizontalHeaderLabels(heads);
        horizontalHeader()->setSectionResizeMode(QHeaderView::Stretch);
        connect(this, &QTableWidget::currentCellChanged, this, [this](int row) {
            if (!m_filling && row >= 0 && row < static_cast<int>(m_ports.size()))
                m_context.workspace.choosePort(m_ports[static_cast<std::size_t>(row)]);
        });
    }

    void refresh()
    {
        m_filling = true;
        const auto& w = m_context.workspace;
        m_ports = proving::portsWithValves(w.job());
        setRowCount(static_cast<int>(m_ports.size()));
        for (int row = 0; row < rowCount(); ++row)
            fillRow(row, w.job().ports[m_ports[static_cast<std::size_t>(row)]]);
        const auto chosen = std::ranges::find(m_ports, w.portIndex().value_or(0));
        if (chosen != m_ports.end())
            setCurrentCell(static_cast<int>(chosen - m_ports.begin()), std::max(0, currentColumn()));
        m_filling = false;
    }

private:
    void fillRow(int row, const job::Port& port)
    {
        const auto& w = m_context.workspace;
        const auto& theme = m_context.look.theme();
        setVerticalHeaderItem(row, new QTableWidgetItem(QString::fromStdString(port.id)));
        const auto checks = proving::seatChecks(w.job(), port);
        for (std::size_t i = 0; i < checks.size(); ++i) {
            const proving::SeatCheck& check = checks[i];
            const bool off = check.verdict == proving::SeatVerdict::Off;
            const QString is = check.is.empty() ? QString::fromUtf8(units::kUnknownText) : w.text(check.is);
            auto* cell = new QTableWidgetItem(off ? QStringLiteral("▲ ") + is
                                              : check.verdict == proving::SeatVerdict::Good ? QStringLiteral("✓ ") + is
                                                                                            : is);
            cell->setTextAlignment(Qt::AlignCenter);
            cell->setForeground(off ? theme.danger : theme.ink);
            if (!check.wanted.empty())
                cell->setToolTip(tr("%1; wanted %2").arg(w.text(nameOf(check.item)), w.text(check.wanted)));
            setItem(row, static_cast<int>(i), cell);
        }
    }

    Context m_context;
    bool m_filling = false;
    std::vector<std::size_t> m_ports;
};

/// The leak tests of the chosen port: the chosen one as a form.
class LeakTests : public QWidget {
public:
    explicit LeakTests(Context context) : m_context(context)
    {
        m_tests = new QComboBox;
        m_tests->setObjectName(QStringLiteral("leakTests"));
        connect(m_tests, &QComboBox::activated, this, [this](int i) {
            m_chosen = static_cast<std::size_t>(i);
            m_context.workspace.refresh();
        });
        m_buttons = listButtons(
            tr("Add a leak &test"), tr("Remove"),
            [this] {
                if (m_context.workspace.port())
                    m_chosen = app::addLeakTest(m_context.workspace, todayOf(m_context));
            },
            [this] {
                if (const auto chosen = test())
                    app::removeLeakTest(m_context.workspace, *chosen);
            });
        m_buttons->setObjectName(QStringLiteral("sealButtons"));
        auto* column = new QVBoxLayout(this);
        column->setContentsMargins(0, 0, 0, 0);
        auto* head = new QHBoxLayout;
        head->addWidget(m_tests, 1);
        head->addWidget(m_buttons);
        column->addLayout(head);
        m_form = new QWidget;
        auto* grid = newGrid();
        m_form->setLayout(grid);
        column->addWidget(m_form);
        FormBuilder form(context, *grid);
        const auto field = [this](const auto& of, auto member) {
            return [this, &of, member]() -> std::optional<app::FieldBinding> {
                const auto chosen = test();
                if (!chosen)
                    return std::nullopt;
                return app::bind(
                    of, [ port = *m_context.workspace.portIndex(), chosen = *chosen,
                          member ](auto& job) -> auto& { return job.ports[port].leakTests[chosen].*member; });
            };
        };
        using L = job::LeakTest;
        grid->addWidget(result(), 0, 0);
        grid->addWidget(relapped(), 0, 1);
        grid->addWidget(textOf(tr("fluid"), tr("alcohol, solvent, kerosene, vacuum ... No sparks, no heaters"),
                               &L::fluid, "leakFluid"),
                        1, 0);
        grid->addWidget(textOf(tr("where"), tr("Where it came through, as seen from the port"), &L::place, "leakPlace"),
                        1, 1);
        form.add(2, 0, field(job::field::leakSeconds, &L::seconds));
        form.add(2, 1, field(job::field::leakVacuum, &L::vacuum));
        grid->setContentsMargins(0, 0, 0, 0);
    }

    void refresh()
    {
        m_tests->clear();
        const job::Port* port = m_context.workspace.port();
        for (std::size_t i = 0; port && i < port->leakTests.size(); ++i) {
            const job::LeakTest& test = port->leakTests[i];
            m_tests->addItem(QStringLiteral("%1   %2   %3")
                                 .arg(QString::fromStdString(test.when.substr(0, 10)),
                                      QString::fromStdString(test.fluid),
                                      test.result ? m_context.workspace.text(proving::nameOf(*test.result))
                                                  : QString::fromUtf8(units::kUnknownText)));
        }
        const auto chosen = test();
        m_tests->setEnabled(chosen.has_value());
        m_form->setVisible(chosen.has_value());
        m_tests->setCurrentIndex(chosen ? static_cast<int>(*chosen) : -1);
    }

private:
    [[nodiscard]] std::optional<std::size_t> test() const
    {
        const job::Port* port = m_context.workspace.port();
        if (!port || port->leakTests.empty())
            return std::nullopt;
        return std::min(m_chosen, port->leakTests.size() - 1);
    }
    [[nodiscard]] const job::LeakTest* chosen() const
    {
        const auto i = test();
        return i ? &m_context.workspace.port()->leakTests[*i] : nullptr;
    }
    void change(const QString& what, const std::function<void(job::LeakTest&)>& how)
    {
        if (const auto i = test())
            editPort(m_context, what, [&](job::Port& port) { how(port.leakTests[*i]); });
    }

    QWidget* result()
    {
        auto* edit = new ChoiceEdit(
            m_context, {tr("result"),
                        tr("What was seen in the port"),
                        {tr("?"), tr("dry"), tr("weeps"), tr("leaks")},
                        [this] { return chosen() && chosen()->result ? 1 + static_cast<int>(*chosen()->result) : 0; },
                        [this](int i) {
                            change(tr("result"), [i](job::LeakTest& test) {
                                test.result = i > 0 ? std::optional(static_cast<job::Tight>(i - 1)) : std::nullopt;
                            });
                        }});
        edit->box()->setObjectName(QStringLiteral("leakResult"));
        return edit;
    }
    QWidget* relapped()
    {
        return new ChoiceEdit(m_context,
                              {tr("lapped since"),
                               tr("Lapped again after this test: test it again then"),
                               {tr("?"), tr("no"), tr("yes")},
                               [this] { return chosen() && chosen()->relapped ? 1 + *chosen()->relapped : 0; },
                               [this](int i) {
                                   change(tr("lapped since"), [i](job::LeakTest& test) {
                                       test.relapped = i > 0 ? std::optional(i == 2) : std::nullopt;
                                   });
                               }});
    }
    TextEdit* textOf(const QString& label, const QString& tip, std::string job::LeakTest::*member, const char* name)
    {
        TextEdit::Source source;
        source.label = label;
        source.tip = tip;
        source.get = [this, member] { return chosen() ? QString::fromStdString(chosen()->*member) : QString(); };
        source.set = [this, member, label](const QString& typed) {
            change(label, [&](job::LeakTest& test) { test.*member = typed.trimmed().toStdString(); });
            return QString();
        };
        auto* edit = new TextEdit(m_context, std::move(source));
        edit->edit()->setObjectName(QString::fromLatin1(name));
        return edit;
    }

    Context m_context;
    std::size_t m_chosen = static_cast<std::size_t>(-1);  // the last one
    QComboBox* m_tests;
    QWidget* m_buttons;
    QWidget* m_form;
};

class ChamberCanvas : public SceneCanvas<drawing::StripScene> {
public:
    explicit ChamberCanvas(Context context) : SceneCanvas(context)
    {
        setObjectName(QStringLiteral("chamberCanvas"));
        setMinimumSize(260, 110);
        setAccessibleName(tr("Chambers beside each other, from the middle one"));
    }

protected:
    [[nodiscard]] drawing::StripScene makeScene() const override
    {
        const app::Workspace& w = workspace();
        drawing::StripScene scene;
        scene.units = w.displayUnits();
        const auto chambers = proving::chambersOf(w.job());
        if (!chambers) {
            scene.missing = tr("No two chambers measured yet.");
            return scene;
        }
        std::vector<std::optional<double>> values;
        for (const proving::ChamberNow& chamber : chambers->now)
            values.emplace_back(chamber.volume.si());
        const double half = w.job().house.alikeChamber.si() / 2.0;
        StripRows(scene).add(
            tr("chambers"), values, [half](double middle) { return half / middle; },
            [&w](double si) { return w.text(Kind::SmallVolume, si); },
            [&](std::size_t k) {
                const auto cylinder = chambers->now[k].cylinder;
                const bool own = w.port() && cylinder && cylinder == w.port()->cylinder;
                return std::pair(cylinder ? QString::number(*cylinder) : QStringLiteral("?"), own);
            });
        return scene;
    }
    void draw(QPainter& painter, const drawing::StripScene& scene) override
    {
        drawing::paintStrip(painter, theme(), scene, area());
    }
};

/// Of which state of the head each chamber was measured last; empty where nobody has said.
QString statesText(const job::Job& job, const proving::Chambers& chambers)
{
    QStringList told;
    for (const proving::ChamberNow& now : chambers.now) {
        const std::string& state = job.chambers[now.index].state;
        if (!state.empty() && now.cylinder)
            told << tr("%1 %2").arg(*now.cylinder).arg(QString::fromStdString(state));
    }
    return told.isEmpty() ? QString() : tr("Measured: %1.").arg(told.join(QStringLiteral(", ")));
}

QString chambersText(const app::Workspace& w)
{
    const auto chambers = proving::chambersOf(w.job());
    if (!chambers)
        return tr("Missing: %1.").arg(withLinks(w, chambers.missing));
    QStringList lines;
    const auto volume = [&](Volume v) { return w.text(Kind::SmallVolume, v.si()); };
    lines << tr("From the smallest to the largest %1; the house lets them differ by %2: %3")
                 .arg(volume(chambers->spread()), volume(w.job().house.alikeChamber),
                      chambers->alike ? tr("alike.") : tr("<b>not alike.</b>"));
    const auto ratio = [&](double r) { return w.number(Kind::Number, r); };
    lines << statesText(w.job(), *chambers);
    if (chambers->ratioLow)
        lines << tr("Compression from %1 to %2; all at the largest chamber %3.")
                     .arg(ratio(*chambers->ratioLow), ratio(*chambers->ratioHigh), ratio(*chambers->ratio));
    if (!chambers->alike)
        lines << tr("First take out of each what the table says, then skim.");
    if (chambers->skim) {
        QString skim = tr("A skim of <b>%1</b> brings %2 to %3")
                           .arg(w.text(Kind::Length, chambers->skim->depth.si()), volume(chambers->largest),
                                volume(chambers->skim->wanted));
        if (chambers->skim->ratio)
            skim += tr(", compression %1").arg(ratio(*chambers->skim->ratio));
        lines << skim + tr("; a mouth narrower than the bore needs more. Mind the valves' room to the pistons.");
    } else {
        lines << tr("Skim: missing %1.").arg(withLinks(w, chambers->skim.missing));
    }
    lines.removeAll(QString());
    return lines.join(QStringLiteral("<br>"));
}

class SeatsView : public QWidget {
public:
    explicit SeatsView(Context context) : m_context(context)
    {
        besideEachOther(this, {{makeSeats(), 6}, {makeChambers(), 5}});
        setFocusProxy(m_seats);
        whileSeen(context, this, [this] { refresh(); });
    }

private:
    QWidget* makeSeats()
    {
        auto* column = new QWidget;
        auto* layout = new QVBoxLayout(column);
        layout->setContentsMargins(0, 0, 0, 0);
        layout->setSpacing(8);
        auto* seats = new Panel(tr("Valve jobs against the house's rules"));
        m_seats = new SeatTable(m_context);
        seats->body()->addWidget(m_seats, 1);
        seats->body()->addWidget(
            quietLabel(tr("✓ as the house wants it, ▲ not. Typed in Survey, Valve end; wanted: Shape, House rules.")));
        m_leakPanel = new Panel(QString());
        m_leaks = new LeakTests(m_context);
        m_leakPanel->body()->addWidget(m_leaks);
        layout->addWidget(seats, 1);
        layout->addWidget(m_leakPanel);
        return column;
    }

    QWidget* makeChambers()
    {
        auto* panel = new Panel(tr("Chambers"));
        m_state = new QLineEdit;
        m_state->setObjectName(QStringLiteral("chamberState"));
        m_state->setPlaceholderText(tr("after valve job"));
        m_state->setAccessibleName(tr("State of the head for the new measurement"));
        m_state->setToolTip(tr("State of the head: after valve job, after chamber work, after skim ..."));
        auto* again = new QPushButton(tr("Measure again"));
        again->setObjectName(QStringLiteral("chambersAgain"));
        again->setToolTip(tr("A new row for each cylinder, of that state; what was measured before stays"));
        connect(again, &QPushButton::clicked, this, [this] {
            const QString typed = m_state->text().trimmed();
            app::measureChambersAgain(m_context.workspace,
                                      (typed.isEmpty() ? m_state->placeholderText() : typed).toStdString(),
                                      todayOf(m_context));
        });
        auto* picture = new ChamberCanvas(m_context);
        picture->setFixedHeight(106);
        panel->body()->addWidget(picture);
        auto* messages = new MessageLine;
        auto* table = newTable(m_context, app::makeChamberPlan(m_context.workspace, this), *messages, "chamberPlan", 4);
        panel->body()->addWidget(table);
        panel->body()->addWidget(messages);
        auto* line = new QHBoxLayout;
        line->addWidget(m_state, 1);
        line->addWidget(again);
        panel->body()->addLayout(line);
        auto* grid = newGrid();
        FormBuilder(m_context, *grid)
            .job(
                0, 0, job::field::wantedChamber, [](auto& job) -> auto& { return job.engine.wantedChamber; });
        panel->body()->addLayout(grid);
        m_text = new WrapLabel;
        m_text->setObjectName(QStringLiteral("chamberText"));
        m_text->setWordWrap(true);
        m_text->setTextInteractionFlags(Qt::TextBrowserInteraction);
        m_text->setAlignment(Qt::AlignTop | Qt::AlignLeft);
        panel->body()->addWidget(scrolled(m_text), 1);
        return panel;
    }

    void refresh()
    {
        const app::Workspace& w = m_context.workspace;
        m_seats->refresh();
        m_leaks->refresh();
        m_leakPanel->setTitle(w.port() ? tr("Does the valve of %1 seal?").arg(QString::fromStdString(w.port()->id))
                                       : tr("Does the valve seal?"));
        setLinkedText(*m_text, chambersText(w));
    }

    Context m_context;
    SeatTable* m_seats = nullptr;
    LeakTests* m_leaks = nullptr;
    Panel* m_leakPanel = nullptr;
    QLineEdit* m_state = nullptr;
    QLabel* m_text = nullptr;
};

}  // namespace

QWidget* makeSeatsView(Context context) { return new SeatsView(context); }

}  // namespace euryth::widgets
