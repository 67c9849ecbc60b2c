// SPDX-License-Identifier: GPL-3.0-or-later
#include <QHBoxLayout>
#include <QTableWidget>

#include "app/row_tables.hpp"
#include "app/work_edits.hpp"
#include "book_views.hpp"
#include "drawing/hours_view.hpp"
#include "kit/canvas.hpp"
#include "kit/form_parts.hpp"
#include "kit/page_tools.hpp"
#include "work/hours.hpp"
#include "work/operations.hpp"

namespace euryth::widgets {

namespace {

class HoursCanvas : public SceneCanvas<drawing::HoursScene> {
public:
    explicit HoursCanvas(Context context) : SceneCanvas(context)
    {
        setObjectName(QStringLiteral("hoursCanvas"));
        setMinimumSize(300, 160);
        setAccessibleName(tr("Hours worked and estimated of each operation"));
    }

protected:
    [[nodiscard]] drawing::HoursScene makeScene() const override
    {
        const app::Workspace& w = workspace();
        drawing::HoursScene scene;
        const auto now = work::operationsNow(w.job());
        const auto table = work::hoursByPort(w.job());
        for (const auto& port : table.ports)
            scene.ports << QString::fromStdString(port);
        const auto& operations = w.job().work.operations;
        for (std::size_t i = 0; i < now.size(); ++i) {
            const auto row = std::ranges::find(table.rows, operations[i].id, &work::HoursByPort::Row::operation);
            if (row == table.rows.end() && !operations[i].estimate)
                continue;
            drawing::HoursScene::Row shown;
            shown.name = w.text(work::nameOf(operations[i].id));
            shown.estimate = operations[i].estimate;
            if (row != table.rows.end())
                shown.hours = row->hours;
            shown.isOver = now[i].isOver();
            shown.text = w.number(units::Kind::Number, now[i].spent);
            if (operations[i].estimate)
                shown.text = tr("%1 of %2 h").arg(shown.text, w.number(units::Kind::Number, *operations[i].estimate));
            else
                shown.text = tr("%1 h").arg(shown.text);
            scene.rows.push_back(std::move(shown));
        }
        if (scene.rows.empty())
            scene.missing = tr("No hours yet: start the clock at an operation, or write them down.");
        return scene;
    }
    void draw(QPainter& painter, const drawing::HoursScene& scene) override
    {
        drawing::paintHours(painter, theme(), scene, area());
    }
};

class HoursView : public QWidget {
public:
    explicit HoursView(Context context) : m_context(context)
    {
        auto* row = new QHBoxLayout(this);
        row->setContentsMargins(0, 0, 0, 0);
        row->setSpacing(8);
        auto* chart = new Panel(tr("Worked against estimated"));
        chart->body()->addWidget(new HoursCanvas(context), 1);
        m_sum = quietLabel({});
        m_sum->setWordWrap(true);
        chart->body()->addWidget(m_sum);
        row->addWidget(chart, 6);
        row->addWidget(makeEntries(), 5);
        whileSeen(context, this, [this] { refresh(); });
    }

private:
    QWidget* makeEntries()
    {
        auto* panel = new Panel(tr("What was written down"));
        m_table = newList("hourEntries", {tr("day"), tr("operation"), tr("port"), tr("who"), tr("minutes")}, 1);
        connect(m_table, &QTableWidget::currentCellChanged, this, [this](int rowNow) {
            if (m_filling || rowNow < 0)
                return;
            m_chosen = static_cast<std::size_t>(rowNow);
            m_context.workspace.refresh();
        });
        setFocusProxy(m_table);
        panel->body()->addWidget(m_table, 1);
        auto* buttons = listButtons(
            tr("Write hours down"), tr("Remove"), [this] { add(); },
            [this] {
                if (const auto i = chosen())
                    app::removeHours(m_context.workspace, *i);
            });
        buttons->setObjectName(QStringLiteral("hourButtons"));
        panel->body()->addWidget(buttons);
        panel->body()->addWidget(makeForm());
        return panel;
    }

    QWidget* makeForm()
    {
        m_form = new QWidget;
        auto* grid = newGrid();
        m_form->setLayout(grid);
        grid->setContentsMargins(0, 0, 0, 0);
        using H = job::WorkedTime;
        const auto entry = [this](auto& job) {
            const auto i = chosen();
            return i ? &job.work.hours[*i] : nullptr;
        };
        const auto text = [&](const QString& label, const QString& tip, const char* name, std::string H::*member) {
            return recordText<H>(m_context, label, tip, name, entry, member);
        };
        grid->addWidget(
            text(tr("operation"), tr("As it is named in the list of operations"), "hourOperation", &H::operation), 0,
            0);
        grid->addWidget(text(tr("port"), tr("Empty: all of them, or none"), "hourPort", &H::port), 0, 1);
        grid->addWidget(text(tr("who"), tr("Who worked"), "hourPerson", &H::person), 1, 0);
        grid->addWidget(makeDay(), 1, 1);
        FormBuilder form(m_context, *grid);
        form.add(2, 0, [this]() -> std::optional<app::FieldBinding> {
            const auto i = chosen();
            if (!i)
                return std::nullopt;
            return app::bind(
                job::field::workedMinutes, [i = *i](auto& job) -> auto& { return job.work.hours[i].minutes; });
        });
        grid->addWidget(text(tr("note"), tr("What it was about"), "hourNote", &H::note), 2, 1);
        return m_form;
    }

    /// The day of an entry; of one that the clock has written it is shown, and another day replaces its moment.
    TextEdit* makeDay()
    {
        TextEdit::Source source;
        source.label = tr("day");
        source.tip = tr("When it was worked");
        source.get = [this] {
            const auto i = chosen();
            return i ? QString::fromStdString(m_context.workspace.job().work.hours[*i].start.substr(0, 10)) : QString();
        };
        source.set = [this](const QString& typed) {
            const auto i = chosen();
            const QString day = typed.trimmed();
            if (const QString problem = dateProblem(m_context, day); !problem.isEmpty() || !i)
                return problem;
            return m_context.workspace.document().edit(tr("Change the day"), [&](job::Job& job) {
                if (job.work.hours[*i].start.substr(0, 10) != day.toStdString())
                    job.work.hours[*i].start = day.toStdString();
            });
        };
        auto* edit = new TextEdit(m_context, std::move(source));
        edit->edit()->setObjectName(QStringLiteral("hourDay"));
        return edit;
    }

    void add()
    {
        const job::Work& work = m_context.workspace.job().work;
        const auto next = work::nextOperation(work::operationsNow(m_context.workspace.job()));
        job::WorkedTime worked;
        worked.operation = next ? work.operations[*next].id : std::string();
        worked.person = work.clock.person;
        worked.start = work::textOf(m_context.session.shop().today());
        m_chosen = work.hours.size();
        app::addHours(m_context.workspace, worked);
    }

    [[nodiscard]] std::optional<std::size_t> chosen() const
    {
        return chosenIn(m_context.workspace.job().work.hours, m_chosen);
    }

    void refresh()
    {
        m_filling = true;
        const auto& w = m_context.workspace;
        const auto& hours = w.job().work.hours;
        m_table->setRowCount(static_cast<int>(hours.size()));
        for (std::size_t i = 0; i < hours.size(); ++i) {
            const QStringList texts{QString::fromStdString(hours[i].start.substr(0, 10)),
                                    w.text(work::nameOf(hours[i].operation)), QString::fromStdString(hours[i].port),
                                    QString::fromStdString(hours[i].person),
                                    w.number(units::Kind::Number, hours[i].minutes)};
            for (int column = 0; column < texts.size(); ++column) {
                auto* cell = new QTableWidgetItem(texts[column]);
                if (column == 4)
                    cell->setTextAlignment(Qt::AlignRight | Qt::AlignVCenter);
                m_table->setItem(static_cast<int>(i), column, cell);
            }
        }
        const auto i = chosen();
        if (i)
            m_table->setCurrentCell(static_cast<int>(*i), std::max(0, m_table->currentColumn()));
        m_form->setEnabled(i.has_value());
        QStringList sums;
        for (const work::HoursOfPerson& of : work::hoursByPerson(w.job()))
            sums << tr("%1 %2 h").arg(of.person.empty() ? tr("somebody") : QString::fromStdString(of.person),
                                      w.number(units::Kind::Number, of.hours));
        const QString all = tr("%1 hours together").arg(w.number(units::Kind::Number, work::hoursOf(w.job())));
        m_sum->setText(sums.isEmpty() ? all + QLatin1Char('.')
                                      : tr("%1: %2.").arg(all, sums.join(QStringLiteral(", "))));
        m_filling = false;
    }

    Context m_context;
    std::size_t m_chosen = 0;
    bool m_filling = false;
    QLabel* m_sum = nullptr;
    QTableWidget* m_table = nullptr;
    QWidget* m_form = nullptr;
};

}  // namespace

QWidget* makeHoursView(Context context) { return new HoursView(context); }

}  // namespace euryth::widgets
