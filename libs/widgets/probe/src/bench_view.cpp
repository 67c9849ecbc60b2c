// SPDX-License-Identifier: GPL-3.0-or-later
#include <QComboBox>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QVBoxLayout>

#include "analysis/bench_checks.hpp"
#include "app/row_tables.hpp"
#include "bench_views.hpp"
#include "drawing/plate_view.hpp"
#include "kit/canvas.hpp"
#include "kit/choice_edit.hpp"
#include "kit/form_builder.hpp"
#include "kit/form_parts.hpp"
#include "kit/page_tools.hpp"
#include "kit/setup_form.hpp"
#include "virtual_parts.hpp"

namespace euryth::widgets {

using app::benchIndex;
using units::Kind;

namespace {

const job::BenchRecord* benchAtWork(const app::Workspace& w) { return job::benchNamed(w.job(), w.job().bench.id); }

class PlateCanvas : public SceneCanvas<drawing::PlateScene> {
public:
    explicit PlateCanvas(Context context) : SceneCanvas(context)
    {
        setObjectName(QStringLiteral("plates"));
        setMinimumHeight(70);
        setAccessibleName(tr("Calibration plates of this bench"));
    }

protected:
    [[nodiscard]] drawing::PlateScene makeScene() const override
    {
        drawing::PlateScene scene;
        scene.units = workspace().displayUnits();
        const job::BenchRecord* bench = benchAtWork(workspace());
        const auto room = analysis::roomAir(workspace().job().bench);
        const auto factor = bench ? analysis::factorByPlates(*bench, room)
                                  : Known<analysis::BenchFactor>{std::nullopt, say("missing.plates")};
        if (!factor) {
            scene.missing = tr("Missing: %1.").arg(workspace().text(factor.missing));
            return scene;
        }
        scene.factor = factor->factor;
        scene.uncertainty = factor->uncertainty;
        for (const job::PlateCheck& check : bench->plates) {
            if (const auto plate = analysis::plateResult(check, room)) {
                scene.plates.push_back({plate->expected.si(), plate->factor,
                                        check.plate ? workspace().text(Kind::Length, check.plate->si()) : QString()});
            }
        }
        return scene;
    }
    void draw(QPainter& painter, const drawing::PlateScene& scene) override
    {
        drawing::paintPlates(painter, theme(), scene, area());
    }
};

class BenchView : public QWidget {
public:
    explicit BenchView(Context context) : m_context(context)
    {
        setObjectName(QStringLiteral("benchView"));
        auto* row = new QHBoxLayout(this);
        row->setContentsMargins(0, 0, 0, 0);
        row->setSpacing(8);
        row->addWidget(makeRecord(), 3);
        row->addWidget(makeChecks(), 6);
        setFocusProxy(m_which);
        keepUpToDate(context, this, [this] { refresh(); });
    }

private:
    [[nodiscard]] app::Workspace& workspace() const { return m_context.workspace; }

    QString edit(const QString& text, const std::function<void(job::BenchRecord&)>& change)
    {
        const auto bench = benchIndex(workspace().job());
        if (!bench)
            return tr("add a bench first");
        return workspace().document().edit(text, [&](job::Job& job) { change(job.benches[*bench]); });
    }

    QWidget* makeRecord()
    {
        auto* panel = new Panel(tr("Bench"));
        m_which = new QComboBox;
        m_which->setObjectName(QStringLiteral("benchAtWork"));
        m_which->setToolTip(tr("The bench at which one works; sets that are taken belong to it"));
        connect(m_which, &QComboBox::activated, this, [this](int i) {
            workspace().document().apply(tr("Bench at work"), [&](job::Job& job) {
                job.bench.id = i > 0 ? job.benches[static_cast<std::size_t>(i - 1)].id : std::string();
            });
        });
        panel->body()->addWidget(m_which);
        auto* buttons = listButtons(
            tr("Add a bench"), tr("Remove"), [this] { addBench(); }, [this] { removeBench(); });
        buttons->setObjectName(QStringLiteral("benchButtons"));
        panel->body()->addWidget(buttons);
        auto* form = new QWidget;
        auto* grid = new QGridLayout;
        grid->setVerticalSpacing(6);
        form->setLayout(grid);
        fillForm(*grid);
        panel->body()->addWidget(scrolled(form), 1);
        return panel;
    }

    void fillForm(QGridLayout& grid)
    {
        TextEdit::Source name;
        name.label = tr("name");
        name.tip = tr("By which sets and tests know this bench");
        name.get = [this] { return QString::fromStdString(workspace().job().bench.id); };
        name.set = [this](const QString& typed) { return rename(typed.trimmed().toStdString()); };
        auto* nameEdit = new TextEdit(m_context, std::move(name));
        nameEdit->edit()->setObjectName(QStringLiteral("benchName"));
        grid.addWidget(nameEdit, 0, 0);
        grid.addWidget(choice(tr("ramp"), tr("How fast its depression comes: a slow one hides backing up"),
                              {tr("not known"), tr("slow"), tr("fast")}, &job::BenchRecord::ramp),
                       1, 0);
        number(
            grid, 2, 0, job::field::factorIntake, [](auto& b) -> auto& { return b.factorIntake; });
        number(
            grid, 3, 0, job::field::factorExhaust, [](auto& b) -> auto& { return b.factorExhaust; });
        grid.addWidget(heading(tr("How the head stands on it")), 4, 0);
        SetupForm(m_context, grid, 5, 1).fill([](auto& job) {
            const auto bench = benchIndex(job);
            return bench ? &job.benches[*bench].setup : nullptr;
        });
        auto* mind =
            quietLabel(tr("Sets that are taken keep this set-up. Mind your ears at the blower, and fingers and "
                          "sleeves at its inlet."));
        mind->setWordWrap(true);
        grid.addWidget(mind, 5 + SetupForm::kFields, 0);
        grid.setRowStretch(6 + SetupForm::kFields, 1);
    }

    template <class Number, class Member>
    void number(QGridLayout& grid, int row, int column, const job::FieldOf<Number>& field, Member member)
    {
        const Context context = m_context;
        FormBuilder(m_context, grid).add(row, column, [=]() -> std::optional<app::FieldBinding> {
            const auto bench = benchIndex(context.workspace.job());
            if (!bench)
                return std::nullopt;
            return app::bind(
                field, [=](auto& job) -> auto& { return member(job.benches[*bench]); });
        });
    }

    /// A choice whose first name is "not known".
    template <class Get, class Set>
    ChoiceEdit* optionalChoice(const QString& label, const QString& tip, const QStringList& names, Get get, Set set)
    {
        return new ChoiceEdit(
            m_context, {label, tip, names,
                        [this, get] {
                            const auto* bench = benchAtWork(workspace());
                            return bench ? get(*bench) : 0;
                        },
                        [this, label, set](int i) { edit(label, [&](job::BenchRecord& bench) { set(bench, i); }); }});
    }
    template <class Enum>
    static int indexOf(const std::optional<Enum>& value)
    {
        return value ? 1 + static_cast<int>(*value) : 0;
    }
    template <class Enum>
    static std::optional<Enum> valueOf(int i)
    {
        return i > 0 ? std::optional(static_cast<Enum>(i - 1)) : std::nullopt;
    }
    template <class Enum>
    ChoiceEdit* choice(const QString& label, const QString& tip, const QStringList& names,
                       std::optional<Enum> job::BenchRecord::*member)
    {
        return optionalChoice(
            label, tip, names, [member](const job::BenchRecord& b) { return indexOf(b.*member); },
            [member](job::BenchRecord& b, int i) { b.*member = valueOf<Enum>(i); });
    }

    QWidget* makeChecks()
    {
        auto* checks = new QWidget;
        auto* column = new QVBoxLayout(checks);
        column->setContentsMargins(0, 0, 0, 0);
        column->setSpacing(8);
        column->addWidget(makePlates(), 1);
        column->addWidget(makeLeaks());
        return checks;
    }

    /// Buttons that add a check of today, at the bench's depression, and take the last one away.
    template <class Check>
    QWidget* checkButtons(const char* name, const QString& add, std::vector<Check> job::BenchRecord::*checks)
    {
        auto* buttons = listButtons(
            add, tr("Remove last"),
            [this, add, checks] {
                edit(add, [&](job::BenchRecord& bench) {
                    Check& check = (bench.*checks).emplace_back();
                    check.when = today();
                    check.depression = workspace().job().bench.depression;
                });
            },
            [this, checks] {
                edit(tr("Remove a check"), [&](job::BenchRecord& bench) {
                    if (!(bench.*checks).empty())
                        (bench.*checks).pop_back();
                });
            });
        buttons->setObjectName(QString::fromLatin1(name));
        return buttons;
    }

    QWidget* makePlates()
    {
        auto* panel = new Panel(tr("Calibration plates"));
        panel->addTool(checkButtons("plateButtons", tr("Add a plate"), &job::BenchRecord::plates));
        auto* messages = new MessageLine;
        messages->setMinimumHeight(18);
        messages->setHint(
            tr("A plate in a pipe is reckoned by ISO 5167-2; any other needs the flow that came with it."));
        auto* table = newTable(m_context, app::makePlateTable(workspace(), this), *messages, "plateTable", 2);
        table->horizontalHeader()->setSectionResizeMode(0, QHeaderView::ResizeToContents);
        panel->body()->addWidget(table);
        panel->body()->addWidget(messages);
        panel->body()->addWidget(new PlateCanvas(m_context), 1);
        auto* factor = liveLabel(m_context, [this] { return factorText(); });
        factor->setObjectName(QStringLiteral("plateFactor"));
        factor->setWordWrap(true);
        auto* line = new QHBoxLayout;
        line->addWidget(factor, 1);
        for (const bool drawing : {true, false}) {
            auto* take = new QPushButton(drawing ? tr("Take for drawing") : tr("Take for blowing"));
            take->setObjectName(drawing ? QStringLiteral("takeFactorIntake") : QStringLiteral("takeFactorExhaust"));
            connect(take, &QPushButton::clicked, this, [this, drawing] { takeFactor(drawing); });
            line->addWidget(take);
        }
        panel->body()->addLayout(line);
        return panel;
    }

    QWidget* makeLeaks()
    {
        auto* panel = new Panel(tr("With its hole closed"));
        panel->addTool(checkButtons("leakButtons", tr("Add a leak check"), &job::BenchRecord::leaks));
        auto* messages = new MessageLine;
        messages->setMinimumHeight(18);
        panel->body()->addWidget(newTable(m_context, app::makeLeakTable(workspace(), this), *messages, "leakTable", 1));
        panel->body()->addWidget(messages);
        return panel;
    }

    [[nodiscard]] std::string today() const
    {
        return m_context.session.clock()().toString(QStringLiteral("yyyy-MM-ddTHH:mm:ssZ")).toStdString();
    }

    [[nodiscard]] Known<analysis::BenchFactor> byPlates() const
    {
        const job::BenchRecord* bench = benchAtWork(workspace());
        if (!bench)
            return {std::nullopt, say("missing.plates")};
        return analysis::factorByPlates(*bench, analysis::roomAir(workspace().job().bench));
    }

    [[nodiscard]] QString factorText() const
    {
        const auto factor = byPlates();
        if (!factor)
            return tr("No factor yet: flows count as they are read.");
        const QString value = plainText(workspace(), factor->factor, 3);
        if (!factor->uncertainty)
            return tr("Factor %1 by one plate, which tells no scatter.").arg(value);
        return tr("Factor %1 ± %2 by %3 plates (95 %)%4.")
            .arg(value, workspace().text(Kind::Percent, *factor->uncertainty))
            .arg(factor->plates)
            .arg(factor->standardOnly ? QString() : tr(", not counting what their own flows are off"));
    }

    void takeFactor(bool drawing)
    {
        if (const auto factor = byPlates()) {
            edit(tr("Factor by plates"), [&](job::BenchRecord& bench) {
                (drawing ? bench.factorIntake : bench.factorExhaust) = factor->factor;
            });
        }
    }

    void addBench()
    {
        std::string id = "main";
        for (int number = 2; job::benchNamed(workspace().job(), id); ++number)
            id = "bench " + std::to_string(number);
        workspace().document().apply(tr("Add a bench"), [&](job::Job& job) {
            job.benches.emplace_back().id = id;
            job.bench.id = id;
        });
    }

    void removeBench()
    {
        const auto bench = benchIndex(workspace().job());
        if (!bench)
            return;
        workspace().document().apply(tr("Remove a bench"), [&](job::Job& job) {
            job.benches.erase(job.benches.begin() + static_cast<std::ptrdiff_t>(*bench));
            job.bench.id.clear();
        });
    }

    /// Sets and tests go along with their bench's name: one undo step.
    QString rename(const std::string& name)
    {
        const auto bench = benchIndex(workspace().job());
        if (!bench)
            return tr("add a bench first");
        const std::string before = workspace().job().bench.id;
        return workspace().document().edit(tr("Name of the bench"), [&](job::Job& job) {
            job.benches[*bench].id = job.bench.id = name;
            for (job::Port& port : job.ports) {
                for (job::ProbeSet& set : port.probes)
                    set.bench = set.bench == before ? name : set.bench;
                for (job::FlowTest& test : port.flow)
                    test.bench = test.bench == before ? name : test.bench;
            }
        });
    }

    void refresh()
    {
        QStringList names{tr("not written down")};
        int at = 0;
        for (const job::BenchRecord& bench : workspace().job().benches) {
            names << QString::fromStdString(bench.id);
            if (bench.id == workspace().job().bench.id)
                at = static_cast<int>(names.size()) - 1;
        }
        QStringList shown;
        for (int i = 0; i < m_which->count(); ++i)
            shown << m_which->itemText(i);
        if (shown != names) {
            m_which->clear();
            m_which->addItems(names);
        }
        m_which->setCurrentIndex(at);
    }

    Context m_context;
    QComboBox* m_which = nullptr;
};

}  // namespace

QWidget* makeBenchView(Context context) { return new BenchView(context); }

}  // namespace euryth::widgets
