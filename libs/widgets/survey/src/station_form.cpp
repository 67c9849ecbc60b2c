// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/language.hpp"
#include "survey/survey_forms.hpp"

#include <QCheckBox>
#include <QHBoxLayout>

#include "kit/form_parts.hpp"
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

/// One tick for each sector behind which nothing can be welded.
class UnrepairableTicks : public QWidget {
public:
    explicit UnrepairableTicks(Context context) : m_context(context)
    {
        auto* grid = new QGridLayout(this);
        grid->setContentsMargins(0, 0, 0, 0);
        grid->setVerticalSpacing(2);
        for (const geometry::Sector s : geometry::kSectors) {
            const auto i = geometry::index(s);
            auto* box = new QCheckBox(app::shown(nameOf(s)));
            box->setObjectName(QStringLiteral("unrepairable-") + box->text());
            QObject::connect(box, &QCheckBox::clicked, this, [this, i](bool on) { set(i, on); });
            grid->addWidget(box, static_cast<int>(i) / 2, static_cast<int>(i) % 2);
            m_boxes[i] = box;
        }
        QObject::connect(&context.workspace, &app::Workspace::refreshed, this, [this] { refresh(); });
        refresh();
    }

private:
    void set(std::size_t sector, bool on)
    {
        const auto port = m_context.workspace.portIndex();
        const auto station = m_context.workspace.station();
        if (port && station)
            m_context.workspace.document().apply(tr("Where no weld reaches"), [&](job::Job& job) {
                job.ports[*port].stations[*station].unrepairable[sector] = on;
            });
    }
    void refresh()
    {
        const auto station = m_context.workspace.station();
        setEnabled(station.has_value());
        for (std::size_t i = 0; i < m_boxes.size(); ++i)
            m_boxes[i]->setChecked(station && m_context.workspace.port()->stations[*station].unrepairable[i]);
    }

    Context m_context;
    geometry::PerSector<QCheckBox*> m_boxes{};
};

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
    auto* blocked = newGrid();
    FormBuilder form(context, *blocked);
    form.station(
        0, 0, f::bossWidth, [](auto& st) -> auto& { return st.boss.width; }, nothing);
    form.station(
        1, 0, f::bossHeight, [](auto& st) -> auto& { return st.boss.height; }, nothing);
    form.station(
        2, 0, f::stemWidth, [](auto& st) -> auto& { return st.stem.width; }, nothing);
    form.station(
        3, 0, f::stemLength, [](auto& st) -> auto& { return st.stem.length; }, nothing);
    column->addLayout(blocked);
    column->addWidget(heading(tr("Place in the head, middle of the section (empty: laid out)")));
    auto* place = newGrid();
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
    auto* sawn = newGrid();
    using S = job::Sectioned;
    addPart(sawn, 0, 0, f::partLeft, &S::left);
    addPart(sawn, 1, 0, f::kerfAcross, &S::kerfAcross);
    addPart(sawn, 2, 0, f::partRight, &S::right);
    addPart(sawn, 3, 0, f::partRoof, &S::roof);
    addPart(sawn, 4, 0, f::kerfUp, &S::kerfUp);
    addPart(sawn, 5, 0, f::partFloor, &S::floor);
    column->addLayout(sawn);
    column->addWidget(heading(tr("Where no weld reaches")));
    column->addWidget(new UnrepairableTicks(context));
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
