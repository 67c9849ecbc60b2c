// SPDX-License-Identifier: GPL-3.0-or-later
#include <array>

#include <QComboBox>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QPushButton>
#include <QStackedWidget>

#include "app/flow_edits.hpp"
#include "app/instrument_desk.hpp"
#include "flow_picture.hpp"
#include "flow_texts.hpp"
#include "kit/field_links.hpp"
#include "kit/form_parts.hpp"
#include "kit/instrument_line.hpp"
#include "kit/page_tools.hpp"
#include "kit/picture_output.hpp"
#include "kit/setup_form.hpp"
#include "kit/table_input.hpp"
#include "prove_views.hpp"
#include "units/format.hpp"

namespace euryth::widgets {

using units::Kind;

namespace {

class FlowTestView : public QWidget {
public:
    FlowTestView(Context context, Desk& desk, const Commands& commands)
        : m_context(context),
          m_desk(desk),
          m_band(new BandShift(context, this))
    {
        auto* left = new QVBoxLayout;
        left->setSpacing(8);
        left->addWidget(makeTests());
        left->addWidget(makeLifts(), 1);
        auto* row = new QHBoxLayout;
        row->setSpacing(8);
        row->addLayout(left, 5);
        row->addWidget(makePicture(), 6);
        auto* column = new QVBoxLayout(this);
        column->setContentsMargins(0, 0, 0, 0);
        column->setSpacing(6);
        column->addWidget(makeInstrumentLine(
            context, commands,
            {QStringLiteral("flowInstrument"), tr("Take this test"), tr("Stop the test"),
             tr("Takes the lifts of this test that have no flow, from the lowest up, each when it is steady"),
             tr("Valve is there"), [this] { return take(); }}));
        column->addLayout(row, 1);
        setFocusProxy(m_table);
        connect(&m_band->work(), &app::Background::changed, this, [this] { setLinkedText(*m_sums, text()); });
        whileSeen(context, this, [this] { refresh(); });
    }

private:
    std::optional<std::size_t> test() const
    {
        const job::Port* port = m_context.workspace.port();
        if (!port || port->flow.empty())
            return std::nullopt;
        const std::size_t last = port->flow.size() - 1;
        return m_chosenOf == m_context.workspace.portIndex() ? std::min(m_chosen, last) : last;
    }

    QWidget* makeTests()
    {
        auto* panel = new Panel(tr("Flow tests"));
        m_testButtons = listButtons(
            tr("&Add a test"), tr("Remove"), [this] { addTest(); }, [this] { removeTest(); });
        m_testButtons->setObjectName(QStringLiteral("testButtons"));
        m_import = new QPushButton(tr("&Import…"));
        m_import->setObjectName(QStringLiteral("importFlow"));
        m_import->setToolTip(tr("Lifts and flows out of a table, a file or the clipboard"));
        connect(m_import, &QPushButton::clicked, this, [this] { importTest(); });
        panel->addTool(m_import);
        panel->addTool(m_testButtons);
        m_tests = new QComboBox;
        m_tests->setObjectName(QStringLiteral("flowTests"));
        m_tests->setToolTip(tr("The tests of this port, the oldest first"));
        connect(m_tests, &QComboBox::activated, this, [this](int i) { choose(static_cast<std::size_t>(i)); });
        panel->body()->addWidget(m_tests);
        m_how = makeHow();
        panel->body()->addWidget(m_how);
        return panel;
    }

    TextEdit* textOf(const QString& label, const QString& tip, std::string job::FlowTest::*member, const char* name)
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

    /// The room's air on the day of the test.
    void addAir(QGridLayout& grid, int row)
    {
        FormBuilder form(m_context, grid);
        const auto field = [this](const auto& of, auto member) {
            return [this, &of, member]() -> std::optional<app::FieldBinding> {
                const auto chosen = test();
                if (!chosen)
                    return std::nullopt;
                return app::bind(
                    of, [ port = *m_context.workspace.portIndex(), flow = *chosen,
                          member ](auto& job) -> auto& { return job.ports[port].flow[flow].*member; });
            };
        };
        using T = job::FlowTest;
        form.add(row, 0, field(job::field::temperature, &T::temperature));
        form.add(row, 1, field(job::field::humidity, &T::humidity));
        form.add(row + 1, 0, field(job::field::pressure, &T::pressure));
    }

    QWidget* makeMotion()
    {
        const auto get = [this] {
            const auto chosen = test();
            const auto motion = chosen ? m_context.workspace.port()->flow[*chosen].motion : std::nullopt;
            return motion == job::Motion::Tumble ? 1 : 0;
        };
        const auto set = [this](int i) {
            if (const auto chosen = test()) {
                editPort(m_context, tr("meter"), [&](job::Port& port) {
                    port.flow[*chosen].motion = i == 1 ? job::Motion::Tumble : job::Motion::Swirl;
                });
            }
        };
        return new ChoiceEdit(
            m_context,
            {tr("meter"), tr("What the paddle or the straightener shows"), {tr("swirl"), tr("tumble")}, get, set});
    }

    /// Under what the test was made.
    QWidget* makeHow()
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
            textOf(tr("bench"), tr("By the name that it has in Probe, Bench"), &job::FlowTest::bench, "flowBench"), 0,
            1);
        FormBuilder(m_context, *grid).add(1, 0, [this]() -> std::optional<app::FieldBinding> {
            const auto chosen = test();
            if (!chosen)
                return std::nullopt;
            return app::bind(
                job::field::depression,
                [ port = *m_context.workspace.portIndex(), flow = *
                  chosen ](auto& job) -> auto& { return job.ports[port].flow[flow].depression; });
        });
        grid->addWidget(textOf(tr("who"), tr("Who stood at the bench"), &job::FlowTest::who, "flowWho"), 1, 1);
        m_setupLine = new ShortLabel;
        m_setupLine->setObjectName(QStringLiteral("flowSetup"));
        m_setupButton = new QPushButton(tr("Set-up"));
        m_setupButton->setObjectName(QStringLiteral("showSetup"));
        m_setupButton->setToolTip(tr("How the head stands on the bench"));
        m_setupButton->setCheckable(true);
        m_setupButton->setProperty("switch", true);
        auto* line = new QHBoxLayout;
        line->addWidget(m_setupLine, 1);
        line->addWidget(m_setupButton);
        grid->addLayout(line, 2, 0, 1, 2);
        auto* setup = new QWidget;
        auto* inner = new QGridLayout(setup);
        inner->setContentsMargins(0, 0, 0, 0);
        inner->setHorizontalSpacing(12);
        inner->setVerticalSpacing(2);
        inner->setColumnStretch(0, 6);
        inner->setColumnStretch(1, 5);
        grid->addWidget(setup, 3, 0, 1, 2);
        setup->hide();
        connect(m_setupButton, &QPushButton::toggled, setup, &QWidget::setVisible);
        SetupForm(m_context, *inner, 0, 2).fill([this](auto& job) {
            const auto port = m_context.workspace.portIndex();
            const auto chosen = test();
            const bool there = port && chosen && *port < job.ports.size() && *chosen < job.ports[*port].flow.size();
            return there ? &job.ports[*port].flow[*chosen].setup : nullptr;
        });
        inner->addWidget(makeMotion(), SetupForm::kFields / 2, 1);
        addAir(*inner, SetupForm::kFields / 2 + 1);
        return form;
    }

    QWidget* makeLifts()
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
        m_table = newLiftTable(*m_lifts, "flowTable");
        m_follows = app::makeCoefficientTable(
            m_context.workspace, [this] { return test(); }, this);
        auto* tables = new QStackedWidget;
        tables->addWidget(m_table);
        tables->addWidget(newLiftTable(*m_follows, "coefficientTable"));
        m_reads = new Switch(
            {tr("Read"), tr("Coefficients")}, [tables](int i) { tables->setCurrentIndex(i); },
            QStringLiteral("liftTables"));
        m_reads->turns(tables);
        panel->addTool(m_reads);
        panel->body()->addWidget(tables, 1);
        panel->body()->addWidget(m_messages);
        return panel;
    }

    EntryView* newLiftTable(app::RowTable& rows, const char* name)
    {
        auto* table = new EntryView(m_context, rows, *m_messages);
        table->setObjectName(QString::fromLatin1(name));
        table->setMinimumHeight(120);
        table->verticalHeader()->hide();
        table->horizontalHeader()->setSectionResizeMode(QHeaderView::Stretch);
        return table;
    }

    QWidget* makePicture()
    {
        auto* panel = new Panel(QString());
        auto* copy = new QPushButton(tr("&Copy"));
        copy->setObjectName(QStringLiteral("copyFlow"));
        copy->setToolTip(tr("Copies the picture"));
        m_picture = new FlowCanvas(m_context, [this] { return test(); });
        auto* shows = new Switch(
            {tr("Flow"), tr("Coefficients")}, [this](int i) { m_picture->setShows(static_cast<FlowCanvas::Shows>(i)); },
            QStringLiteral("flowShows"));
        m_promise = new QPushButton(tr("Keep promise"));
        m_promise->setObjectName(QStringLiteral("keepPromise"));
        m_promise->setToolTip(
            tr("What the cuts of this port's plan are to bring to its last test, kept to be held "
               "against the test after the cutting"));
        connect(m_promise, &QPushButton::clicked, this, [this] { keepPromise(); });
        panel->addTool(shows);
        panel->addTool(m_promise);
        panel->addTool(copy);
        connect(copy, &QPushButton::clicked, this, [this] { copyPicture(*m_picture); });
        panel->body()->addWidget(m_picture, 5);
        m_sums = new WrapLabel;
        m_sums->setObjectName(QStringLiteral("flowSums"));
        m_sums->setWordWrap(true);
        m_sums->setTextInteractionFlags(Qt::TextBrowserInteraction);
        m_sums->setAlignment(Qt::AlignTop | Qt::AlignLeft);
        QWidget* texts = scrolled(m_sums);
        constexpr int fewest = 3;
        constexpr int most = 7;
        texts->setMinimumHeight(fewest * fontMetrics().lineSpacing() + 4);
        texts->setMaximumHeight(most * fontMetrics().lineSpacing() + 4);
        panel->body()->addWidget(texts, 1);
        return panel;
    }

    /// The set-up in one line.
    [[nodiscard]] QString setupText(const job::FlowTest& test) const
    {
        const job::Setup& setup = test.setup;
        QStringList parts;
        if (setup.bore)
            parts << tr("adapter %1").arg(m_context.workspace.text(Kind::Length, setup.bore->si()));
        if (setup.entry) {
            const std::array names{tr("radius"), tr("clay"), tr("manifold"), tr("bare")};
            parts << names[static_cast<std::size_t>(*setup.entry)];
        }
        if (setup.pipe)
            parts << (*setup.pipe ? tr("pipe") : tr("no pipe"));
        if (setup.plug)
            parts << (*setup.plug ? tr("plug in") : tr("plug out"));
        if (!setup.valve.empty())
            parts << tr("valve %1").arg(QString::fromStdString(setup.valve));
        return parts.isEmpty() ? tr("no set-up written down") : parts.join(QStringLiteral(", "));
    }

    void choose(std::size_t test)
    {
        m_chosenOf = m_context.workspace.portIndex();
        m_chosen = test;
        m_context.workspace.refresh();  // fields, table and picture follow
    }

    void addTest()
    {
        if (!m_context.workspace.port())
            return;
        choose(app::addFlowTest(m_context.workspace, todayOf(m_context)));
        m_reads->click(0);
        m_table->setFocus();
        m_table->setCurrentIndex(m_lifts->index(0, 1));
    }

    void removeTest()
    {
        if (const auto chosen = test())
            app::removeFlowTest(m_context.workspace, *chosen);
    }

    void addLift()
    {
        if (const auto chosen = test())
            app::addFlowLift(m_context.workspace, *chosen);
    }

    void removeLift()
    {
        const auto chosen = test();
        const QModelIndex at = m_table->currentIndex();
        if (chosen && at.isValid())
            app::removeFlowLift(m_context.workspace, *chosen, static_cast<std::size_t>(at.row()));
    }

    void importTest()
    {
        const auto chosen = test();
        if (!chosen)
            return;
        const auto text = askForTable(m_desk, tr("Flow test out of a table"));
        if (!text)
            return;
        if (const auto points = m_desk.prompts().importFlow(m_desk.window(), m_context, *text))
            app::setFlowPoints(m_context.workspace, *chosen, *points);
    }

    QString take()
    {
        const auto chosen = test();
        return chosen ? m_context.session.instrument().takeFlow(*chosen) : tr("add a test first");
    }

    void keepPromise()
    {
        const QString missing = app::keepPromise(m_context.workspace, todayOf(m_context));
        if (!missing.isEmpty())
            m_desk.tell(tr("There is no promise yet"), tr("Missing: %1.").arg(missing));
    }

    QString text()
    {
        const auto chosen = test();
        if (!chosen) {
            m_band->drop();
            return {};
        }
        return flowText(m_context.workspace, *chosen, *m_band);
    }

    void refresh()
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
        m_how->setVisible(chosen.has_value());
        if (chosen)
            m_setupLine->setWhole(setupText(w.port()->flow[*chosen]));
        m_tests->setCurrentIndex(chosen ? static_cast<int>(*chosen) : -1);
        for (QWidget* wants : {m_liftButtons, static_cast<QWidget*>(m_import), static_cast<QWidget*>(m_promise)})
            wants->setEnabled(chosen.has_value());
        m_lifts->follow();
        m_follows->follow();
        m_messages->setHint(tr("Type the flows down the column, Enter goes on. Standard: at %1 and standard air.")
                                .arg(w.text(Kind::Depression, proving::kReferenceDepression.si())));
        setLinkedText(*m_sums, text());
    }

    Context m_context;
    Desk& m_desk;
    BandShift* m_band;
    QComboBox* m_tests = nullptr;
    app::RowTable* m_lifts = nullptr;
    app::RowTable* m_follows = nullptr;
    EntryView* m_table = nullptr;
    Switch* m_reads = nullptr;
    MessageLine* m_messages = nullptr;
    FlowCanvas* m_picture = nullptr;
    QWidget* m_how = nullptr;
    ShortLabel* m_setupLine = nullptr;
    QPushButton* m_setupButton = nullptr;
    QWidget* m_testButtons = nullptr;
    QWidget* m_liftButtons = nullptr;
    QPushButton* m_import = nullptr;
    QPushButton* m_promise = nullptr;
    QLabel* m_sums = nullptr;
    /// Chosen of a port; of any other one the last test is.
    std::optional<std::size_t> m_chosenOf;
    std::size_t m_chosen = 0;
};

}  // namespace

QWidget* makeFlowTestView(Context context, Desk& desk, const Commands& commands)
{
    return new FlowTestView(context, desk, commands);
}

}  // namespace euryth::widgets
