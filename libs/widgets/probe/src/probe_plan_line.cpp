// SPDX-License-Identifier: GPL-3.0-or-later
#include "probe_plan_line.hpp"

#include <array>

#include <QComboBox>
#include <QHBoxLayout>

#include "kit/choice_edit.hpp"
#include "kit/form_parts.hpp"
#include "tasks/rounds.hpp"
#include "units/parse.hpp"

namespace euryth::widgets {

using units::Kind;

namespace {

constexpr std::array<const char*, 7> kGrids{"3x3", "5x5", "6x6", "7x7", "circle-3", "circle-5", "free"};

QStringList gridNames()
{
    return {tr("3 x 3"), tr("5 x 5"), tr("6 x 6"), tr("7 x 7"), tr("circle, 12"), tr("circle, 20"), tr("free")};
}

/// Lengths typed one after the other, with commas or semicolons between them; what is wrong is told in `problem`.
std::vector<Length> lengthsIn(const QString& text, const units::DisplayUnits& units, QString& problem)
{
    std::vector<Length> lengths;
    const QChar between = units.decimalMark == ',' ? QLatin1Char(';') : QLatin1Char(',');
    QString plain = text;
    plain.replace(QLatin1Char(';'), between);
    for (const QString& part : plain.split(between, Qt::SkipEmptyParts)) {
        const auto length = units::parse<Length>(part.trimmed().toStdString(), units);
        if (!length) {
            problem = tr("“%1” is no length; several are typed like 36%2 80").arg(part.trimmed()).arg(between);
            return {};
        }
        lengths.push_back(*length);
    }
    return lengths;
}

class PlanLine : public QWidget {
public:
    explicit PlanLine(Context context) : m_context(context)
    {
        setObjectName(QStringLiteral("probePlan"));
        auto* row = new QHBoxLayout(this);
        row->setContentsMargins(0, 0, 0, 0);
        row->setSpacing(6);
        auto* grid = new ChoiceEdit(
            m_context,
            {tr("grid"),
             tr("Points of each set: the porter's nine, lines and circles after ISO 3966, or placed by hand"),
             gridNames(), [this] { return gridIndex(); },
             [this](int i) {
                 edit(tr("Grid for probing"),
                      [&](job::ProbePlan& plan) { plan.grid = kGrids[static_cast<std::size_t>(i)]; });
             }});
        grid->box()->setMaximumWidth(96);
        grid->box()->setObjectName(QStringLiteral("planGrid"));
        row->addWidget(grid);
        row->addWidget(listEdit(
            118, "planPlaces", tr("places"), tr("Stations to be probed, by their distance from the window"),
            [this] { return placesText(); }, [this](const QString& text) { return setPlaces(text); }));
        row->addWidget(listEdit(
            124, "planLifts", tr("lifts"), tr("Valve lifts at which they are probed"), [this] { return liftsText(); },
            [this](const QString& text) { return setLifts(text); }));
        row->addWidget(listEdit(
            76, "planState", tr("state"), tr("Of the port meanwhile: before, after cut ..."),
            [this] { return QString::fromStdString(plan().state); },
            [this](const QString& text) {
                return edit(tr("State while probing"),
                            [&](job::ProbePlan& p) { p.state = text.trimmed().toStdString(); });
            }));
        auto* usual = new QPushButton(tr("Usual"));
        usual->setObjectName(QStringLiteral("usualPlan"));
        usual->setToolTip(tr("Pinch, short side and bowl, nine points each, at full lift"));
        connect(usual, &QPushButton::clicked, this, [this] { takeUsual(); });
        row->addWidget(usual);
    }

private:
    [[nodiscard]] job::ProbePlan plan() const
    {
        const job::Port* port = m_context.workspace.port();
        return port ? port->probePlan : job::ProbePlan();
    }

    QString edit(const QString& text, const std::function<void(job::ProbePlan&)>& change)
    {
        const auto port = m_context.workspace.portIndex();
        if (!port)
            return tr("choose a port first");
        return m_context.workspace.document().edit(text, [&](job::Job& job) { change(job.ports[*port].probePlan); });
    }

    QWidget* listEdit(int width, const char* name, const QString& label, const QString& tip,
                      std::function<QString()> get, std::function<QString(const QString&)> set)
    {
        auto* field = new TextEdit(m_context, {label, tip, std::move(get), std::move(set)});
        field->edit()->setObjectName(QString::fromLatin1(name));
        field->edit()->setMaximumWidth(width);
        return field;
    }

    [[nodiscard]] int gridIndex() const
    {
        const auto found = std::ranges::find(kGrids, plan().grid);
        return found == kGrids.end() ? 0 : static_cast<int>(found - kGrids.begin());
    }

    template <class List, class Get>
    [[nodiscard]] QString textOf(const List& list, Kind kind, Get get) const
    {
        QStringList parts;
        for (const auto& item : list)
            parts << m_context.workspace.number(kind, get(item).si());
        const bool comma = m_context.workspace.displayUnits().decimalMark == ',';
        return parts.join(comma ? QStringLiteral("; ") : QStringLiteral(", "));
    }
    [[nodiscard]] QString placesText() const
    {
        return textOf(plan().places, Kind::Position, [](const auto& p) { return p.s; });
    }
    [[nodiscard]] QString liftsText() const
    {
        return textOf(plan().lifts, Kind::Length, [](const auto& l) { return l.lift; });
    }

    QString setPlaces(const QString& text)
    {
        const job::Port* port = m_context.workspace.port();
        QString problem;
        std::vector<job::PlannedPlace> places;
        for (const Length s : lengthsIn(text, m_context.workspace.displayUnits(), problem)) {
            constexpr Length near = lengthFromMm(1.5);
            const auto station = port ? job::stationNear(*port, s, near) : std::nullopt;
            if (!station)
                return tr("there is no station at %1").arg(m_context.workspace.text(Kind::Position, s.si()));
            places.push_back({port->stations[*station].s, {}});
        }
        return problem.isEmpty() ? edit(tr("Places for probing"), [&](job::ProbePlan& p) { p.places = places; })
                                 : problem;
    }

    QString setLifts(const QString& text)
    {
        QString problem;
        std::vector<job::PlannedLift> lifts;
        for (const Length lift : lengthsIn(text, m_context.workspace.displayUnits(), problem))
            lifts.push_back({lift, {}});
        return problem.isEmpty() ? edit(tr("Lifts for probing"), [&](job::ProbePlan& p) { p.lifts = lifts; }) : problem;
    }

    void takeUsual()
    {
        const job::Port* port = m_context.workspace.port();
        if (!port)
            return;
        auto usual = tasks::usualPlan(m_context.workspace.job(), *port);
        usual.state = port->probePlan.state;
        usual.unknown = port->probePlan.unknown;
        edit(tr("Usual plan for probing"), [&](job::ProbePlan& plan) { plan = usual; });
    }

    Context m_context;
};

}  // namespace

QWidget* makeProbePlanLine(Context context) { return new PlanLine(context); }

}  // namespace euryth::widgets
