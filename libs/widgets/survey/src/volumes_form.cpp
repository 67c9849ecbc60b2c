// SPDX-License-Identifier: GPL-3.0-or-later
#include "survey/survey_forms.hpp"

#include "analysis/compare.hpp"
#include "app/row_tables.hpp"
#include "kit/form_parts.hpp"

namespace euryth::widgets {

using units::Kind;
namespace field = job::field;

namespace {

QString volumeText(const app::Workspace& workspace)
{
    const auto& areas = workspace.analysisNow().areas;
    if (!areas)
        return tr("No volume of the sections yet.");
    QString text = tr("Sections add up to %1").arg(workspace.text(Kind::Volume, areas->volume().si()));
    if (const auto& burette = workspace.port()->volume) {
        text += tr("; the burette is %1 (%2) off")
                    .arg(workspace.text(Kind::SmallVolume, (*burette - areas->volume()).si()),
                         workspace.text(Kind::Percent, *burette / areas->volume() - 1.0));
    }
    return text + QStringLiteral(".");
}

QString chamberText(const app::Workspace& workspace)
{
    std::vector<std::optional<double>> volumes;
    for (const job::Chamber& chamber : workspace.job().chambers)
        volumes.push_back(chamber.volume ? std::optional(chamber.volume->si()) : std::nullopt);
    const analysis::Spread spread = analysis::spreadOf(volumes, 0.01);
    if (!spread.spread)
        return tr("The compression needs bore, stroke, gasket, deck and piston; unknown stays unknown.");
    QString text =
        tr("Mean %1, spread %2")
            .arg(workspace.text(Kind::SmallVolume, *spread.mean), workspace.text(Kind::Percent, *spread.spread));
    if (spread.odd)
        text += tr("; row %1 is the odd one out").arg(*spread.odd + 1);
    return text + QStringLiteral(".");
}

template <class Text>
TextEdit* castingText(Context context, std::size_t index, const QString& label, Text text)
{
    TextEdit::Source source;
    source.label = label;
    source.get = [=] {
        const auto& castings = context.workspace.job().castings;
        return index < castings.size() ? QString::fromStdString(text(castings[index])) : QString();
    };
    source.set = [=](const QString& typed) {
        return context.workspace.document().edit(tr("Change casting"), [&](job::Job& job) {
            const std::string before = job.castings[index].id;
            text(job.castings[index]) = typed.toStdString();
            for (job::Port& port : job.ports) {  // its ports follow a casting that is renamed
                if (!before.empty() && port.casting == before)
                    port.casting = job.castings[index].id;
            }
        });
    };
    return new TextEdit(context, std::move(source));
}

/// A text of the job as a whole.
template <class Text>
TextEdit* jobText(Context context, const QString& label, const QString& tip, Text text)
{
    TextEdit::Source source;
    source.label = label;
    source.tip = tip;
    source.get = [=] { return QString::fromStdString(text(context.workspace.job())); };
    source.set = [=](const QString& typed) {
        return context.workspace.document().edit(tr("Change %1").arg(label),
                                                 [&](job::Job& job) { text(job) = typed.toStdString(); });
    };
    return new TextEdit(context, std::move(source));
}

/// One row for each casting of the job, made anew when their number changes.
class CastingRows : public QWidget {
public:
    explicit CastingRows(Context context) : m_context(context), m_column(new QVBoxLayout(this))
    {
        m_column->setContentsMargins(0, 0, 0, 0);
        m_column->setSpacing(4);
        QObject::connect(&context.workspace, &app::Workspace::jobChanged, this, [this] { refresh(); });
        refresh();
    }

private:
    void refresh()
    {
        const std::size_t count = m_context.workspace.job().castings.size();
        while (m_rows.size() > count) {
            m_rows.back()->deleteLater();
            m_rows.pop_back();
        }
        while (m_rows.size() < count)
            addRow(m_rows.size());
    }

    void addRow(std::size_t index)
    {
        auto* row = new QWidget;
        auto* grid = newGrid();
        grid->setContentsMargins(0, 0, 0, 0);
        row->setLayout(grid);
        grid->addWidget(castingText(
                            m_context, index, tr("Casting"), [](auto& c) -> auto& { return c.id; }),
                        0, 0);
        grid->addWidget(castingText(
                            m_context, index, tr("of"), [](auto& c) -> auto& { return c.material; }),
                        0, 1);
        Context context = m_context;
        FormBuilder(m_context, *grid).add(0, 2, [=]() -> std::optional<app::FieldBinding> {
            if (index >= context.workspace.job().castings.size())
                return std::nullopt;
            return app::bind(
                field::castingThickness, [=](auto& job) -> auto& { return job.castings[index].thickness; });
        });
        m_column->addWidget(row);
        m_rows.push_back(row);
    }

    Context m_context;
    QVBoxLayout* m_column;
    std::vector<QWidget*> m_rows;
};

}  // namespace

QWidget* makeVolumesForm(Context context, MessageLine& messages)
{
    auto* page = new QWidget;
    auto* column = new QVBoxLayout(page);
    column->setContentsMargins(4, 6, 4, 0);
    column->setSpacing(6);
    auto* names = newGrid();
    names->addWidget(jobText(
                         context, tr("Job"), tr("What the job is called"), [](auto& j) -> auto& { return j.title; }),
                     0, 0);
    names->addWidget(jobText(
                         context, tr("Used for"), tr("What the engine is for: street, trials, hill climb"),
                         [](auto& j) -> auto& { return j.engine.use; }),
                     0, 1);
    column->addLayout(names);
    auto* grid = newGrid();
    FormBuilder form(context, *grid);
    form.port(
        0, 0, field::portVolume, [](auto& p) -> auto& { return p.volume; });
    column->addLayout(grid);
    column->addWidget(liveLabel(context, [context] { return volumeText(context.workspace); }));
    column->addWidget(heading(tr("Chambers by burette")));
    column->addWidget(
        newTable(context, app::makeChamberTable(context.workspace, nullptr), messages, "chamberTable", 3));
    auto& document = context.workspace.document();
    column->addWidget(listButtons(
        tr("Add chamber"), tr("Remove last"),
        [&document] {
            document.apply(tr("Add chamber"), [](job::Job& job) {
                job.chambers.push_back({static_cast<int>(job.chambers.size()) + 1, std::nullopt, {}, {}, {}});
            });
        },
        [&document] {
            document.apply(tr("Remove chamber"), [](job::Job& job) {
                if (!job.chambers.empty())
                    job.chambers.pop_back();
            });
        }));
    column->addWidget(liveLabel(context, [context] { return chamberText(context.workspace); }));
    column->addWidget(heading(tr("What closes the chamber")));
    auto* closing = newGrid();
    FormBuilder close(context, *closing);
    const auto engine = [](auto m) {
        return [=](auto& job) -> auto& { return job.engine.*m; };
    };
    using E = job::Engine;
    close.job(0, 0, field::bore, engine(&E::bore));
    close.job(0, 1, field::stroke, engine(&E::stroke));
    close.job(1, 0, field::gasketBore, engine(&E::gasketBore));
    close.job(1, 1, field::gasketThickness, engine(&E::gasketThickness));
    close.job(2, 0, field::deckClearance, engine(&E::deckClearance));
    close.job(2, 1, field::pistonDish, engine(&E::pistonDish));
    column->addLayout(closing);
    column->addWidget(heading(tr("Castings")));
    column->addWidget(new CastingRows(context));
    column->addWidget(listButtons(
        tr("Add casting"), tr("Remove last"),
        [&document] {
            document.apply(tr("Add casting"), [](job::Job& job) {
                const std::string id(1, static_cast<char>('A' + job.castings.size() % 26));
                job.castings.push_back({id, {}, std::nullopt, {}, {}});
            });
        },
        [&document] {
            document.apply(tr("Remove casting"), [](job::Job& job) {
                if (job.castings.empty())
                    return;
                for (job::Port& port : job.ports) {
                    if (port.casting == job.castings.back().id)
                        port.casting.clear();
                }
                job.castings.pop_back();
            });
        }));
    column->addStretch(1);
    return page;
}

}  // namespace euryth::widgets
