// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/language.hpp"
#include "survey/survey_forms.hpp"

#include <QCheckBox>
#include <QHBoxLayout>

#include "job/describe.hpp"
#include "kit/choice_edit.hpp"
#include "kit/form_parts.hpp"
#include "kit/section_canvases.hpp"
#include "units/format.hpp"

namespace euryth::widgets {

using units::Kind;
namespace field = job::field;

namespace {

/// Width and height follow the parts of a sectioned head as soon as all three of a direction are known.
void followParts(job::Station& station)
{
    auto& section = station.section;
    if (const auto width = section.sectioned.width())
        section.shape.width = *width;
    if (const auto height = section.sectioned.height())
        section.shape.height = *height;
}

/// For each sector what lies behind its wall, and a tick where no weld reaches a breakthrough whatever that is.
class BehindWalls : public QWidget {
public:
    explicit BehindWalls(Context context) : m_context(context)
    {
        auto* grid = new QGridLayout(this);
        grid->setContentsMargins(0, 0, 0, 0);
        grid->setVerticalSpacing(2);
        for (const geometry::Sector s : geometry::kSectors)
            addRow(*grid, s);
        keepUpToDate(context, this, [this] { refresh(); });
    }

private:
    static QStringList names()
    {
        QStringList list{tr("not known")};
        for (std::size_t i = 0; i < job::kNeighbourKeys.size(); ++i)
            list << nameOf(static_cast<job::Neighbour>(i));
        return list;
    }

    void addRow(QGridLayout& grid, geometry::Sector sector)
    {
        const auto i = geometry::index(sector);
        const QString name = app::shown(nameOf(sector));
        auto* kind = new ChoiceEdit(m_context, {name, tr("What lies behind this wall"), names(),
                                                [this, i] {
                                                    const job::Station* at = station();
                                                    const auto behind = at ? at->behind.at[i] : std::nullopt;
                                                    return behind ? static_cast<int>(*behind) + 1 : 0;
                                                },
                                                [this, i](int choice) { setBehind(i, choice); }});
        constexpr int narrow = 112;  // so that the tick beside it has room
        kind->box()->setMinimumWidth(narrow);
        kind->box()->setObjectName(QStringLiteral("behind-") + name);
        auto* tick = new QCheckBox(tr("no weld"));
        tick->setObjectName(QStringLiteral("unrepairable-") + name);
        tick->setAccessibleName(tr("No weld reaches: %1").arg(name));
        QObject::connect(tick, &QCheckBox::clicked, this, [this, i](bool on) { setUnrepairable(i, on); });
        grid.addWidget(kind, static_cast<int>(i), 0);
        grid.addWidget(tick, static_cast<int>(i), 1);
        m_ticks[i] = tick;
    }

    [[nodiscard]] const job::Station* station() const
    {
        const auto at = m_context.workspace.station();
        return at ? &m_context.workspace.port()->stations[*at] : nullptr;
    }
    template <class Change>
    void apply(const QString& what, Change change)
    {
        const auto port = m_context.workspace.portIndex();
        const auto at = m_context.workspace.station();
        if (port && at)
            m_context.workspace.document().apply(what, [&](job::Job& job) { change(job.ports[*port].stations[*at]); });
    }
    void setBehind(std::size_t sector, int choice)
    {
        apply(tr("What lies behind a wall"), [&](job::Station& at) {
            at.behind.at[sector] = choice > 0 ? std::optional(static_cast<job::Neighbour>(choice - 1)) : std::nullopt;
        });
    }
    void setUnrepairable(std::size_t sector, bool on)
    {
        apply(tr("Where no weld reaches"), [&](job::Station& at) { at.unrepairable[sector] = on; });
    }
    /// Where what is behind says so, the tick is set by that.
    void refresh()
    {
        const job::Station* at = station();
        setEnabled(at != nullptr);
        for (std::size_t i = 0; i < m_ticks.size(); ++i) {
            const bool bySelf = at && at->unrepairable[i];
            const bool lost = at && job::beyondRepair(*at, geometry::sectorAt(i));
            m_ticks[i]->setChecked(lost);
            m_ticks[i]->setEnabled(at && (bySelf || !lost));
        }
    }

    Context m_context;
    geometry::PerSector<QCheckBox*> m_ticks{};
};

/// A grid whose first column takes all the room: fields stand below each other.
QGridLayout* newColumn()
{
    QGridLayout* grid = newGrid();
    grid->setColumnStretch(1, 0);
    return grid;
}

}  // namespace

QWidget* makeStationForm(Context context)
{
    namespace f = job::field;
    auto* page = new QWidget;
    auto* column = new QVBoxLayout(page);
    column->setContentsMargins(0, 4, 0, 0);
    column->setSpacing(6);
    const auto nothing = [](job::Station&) {};
    const auto addPart = [&](QGridLayout* grid, int row, int col, const auto& fld, auto member) {
        FormBuilder(context, *grid)
            .station(
                row, col, fld, [=](auto& st) -> auto& { return st.section.sectioned.*member; }, followParts);
    };
    column->addWidget(heading(tr("In the air's way")));
    auto* blocked = newColumn();
    FormBuilder form(context, *blocked);
    form.station(
        0, 0, f::bossWidth, [](auto& st) -> auto& { return st.boss.width; }, nothing);
    form.station(
        1, 0, f::bossHeight, [](auto& st) -> auto& { return st.boss.height; }, nothing);
    form.station(
        2, 0, f::bossTip, [](auto& st) -> auto& { return st.boss.tip; }, nothing);
    form.station(
        3, 0, f::roomLeft, [](auto& st) -> auto& { return st.boss.roomLeft; }, nothing);
    form.station(
        4, 0, f::roomRight, [](auto& st) -> auto& { return st.boss.roomRight; }, nothing);
    form.station(
        5, 0, f::stemWidth, [](auto& st) -> auto& { return st.stem.width; }, nothing);
    form.station(
        6, 0, f::stemLength, [](auto& st) -> auto& { return st.stem.length; }, nothing);
    column->addLayout(blocked);
    column->addWidget(heading(tr("Guide boss along the runner")));
    auto* along = newColumn();
    FormBuilder alongForm(context, *along);
    const auto boss = [](auto member) {
        return [=](auto& port) -> auto& { return port.guide.*member; };
    };
    alongForm.port(0, 0, f::bossStart, boss(&job::GuideBoss::start));
    alongForm.port(1, 0, f::bossEnd, boss(&job::GuideBoss::end));
    alongForm.port(2, 0, f::bossNose, boss(&job::GuideBoss::nose));
    alongForm.port(3, 0, f::guide, boss(&job::GuideBoss::guide));
    column->addLayout(along);
    column->addWidget(heading(tr("Place in the head (empty: laid out)")));
    auto* place = newColumn();
    FormBuilder placeForm(context, *place);
    const auto pose = [&](int row, int col, const auto& fld, auto member) {
        placeForm.station(
            row, col, fld, [=](auto& st) -> auto& { return st.pose.*member; }, nothing);
    };
    using P = job::MeasuredPose;
    pose(0, 0, f::poseX, &P::x);
    pose(1, 0, f::poseY, &P::y);
    pose(2, 0, f::poseZ, &P::z);
    pose(3, 0, f::pitch, &P::pitch);
    pose(4, 0, f::yaw, &P::yaw);
    column->addLayout(place);
    column->addWidget(heading(tr("Sectioned head: parts and the saw's kerf")));
    auto* sawn = newColumn();
    using S = job::Sectioned;
    addPart(sawn, 0, 0, f::partLeft, &S::left);
    addPart(sawn, 1, 0, f::kerfAcross, &S::kerfAcross);
    addPart(sawn, 2, 0, f::partRight, &S::right);
    addPart(sawn, 3, 0, f::partRoof, &S::roof);
    addPart(sawn, 4, 0, f::kerfUp, &S::kerfUp);
    addPart(sawn, 5, 0, f::partFloor, &S::floor);
    column->addLayout(sawn);
    column->addWidget(heading(tr("Core shift, against the drawn place")));
    auto* core = newColumn();
    FormBuilder coreForm(context, *core);
    coreForm.station(
        0, 0, f::coreLeft, [](auto& st) -> auto& { return st.coreShift.left; }, nothing);
    coreForm.station(
        1, 0, f::coreUp, [](auto& st) -> auto& { return st.coreShift.up; }, nothing);
    coreForm.station(
        2, 0, f::drawnWall, [](auto& st) -> auto& { return st.coreShift.drawnWall; }, nothing);
    column->addLayout(core);
    column->addWidget(heading(tr("Behind the walls")));
    column->addWidget(new BehindWalls(context));
    column->addStretch(1);
    return page;
}

QWidget* makeGaugeLine(Context context)
{
    auto* line = new QWidget;
    auto* row = new QHBoxLayout(line);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(16);
    auto* grid = newGrid();
    FormBuilder form(context, *grid);
    form.job(
        0, 0, field::gaugeBlock, [](auto& j) -> auto& { return j.gauge.block; });
    form.job(
        0, 1, field::gaugeReading, [](auto& j) -> auto& { return j.gauge.reading; });
    row->addLayout(grid, 1);
    row->addWidget(
        liveLabel(context,
                  [context] {
                      const double f = context.workspace.job().gauge.correction();
                      if (f == 1.0)
                          return tr("Readings are kept as typed.");
                      return tr("What you type is a reading; kept is the wall, reading x %1.")
                          .arg(QString::fromStdString(units::formatPlain(f, 4, context.workspace.displayUnits())));
                  }),
        1);
    return line;
}

}  // namespace euryth::widgets
