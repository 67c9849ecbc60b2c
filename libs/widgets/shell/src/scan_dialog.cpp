// SPDX-License-Identifier: GPL-3.0-or-later
#include "shell/scan_dialog.hpp"

#include <QCheckBox>
#include <QComboBox>
#include <QDialogButtonBox>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QMouseEvent>
#include <QPushButton>
#include <QVBoxLayout>

#include "app/language.hpp"
#include "drawing/section_view.hpp"
#include "job/traced.hpp"
#include "kit/chart_canvas.hpp"
#include "kit/parts.hpp"
#include "kit/spoken_names.hpp"

namespace euryth::widgets {

namespace {

/// How far off the area curve through the stations may be.
constexpr std::array kMisses{0.005, 0.01, 0.02, 0.05};

drawing::ScanScene::Slice fromTheSide(const scan::Slice& slice)
{
    const auto box = geometry::boxOf(slice.outline);
    const auto at = [&](double up) {
        const auto p = geometry::inHead(slice.pose, {box.middle.left, box.middle.up + up});
        return QPointF(p.x, p.z);
    };
    return {at(-box.height.si() / 2.0), at(box.height.si() / 2.0)};
}

/// The section in the hand, to scale.
class HandCanvas : public SceneCanvas<drawing::SectionScene> {
public:
    HandCanvas(Context context, ScanPicks& picks) : SceneCanvas(context), m_picks(picks)
    {
        setObjectName(QStringLiteral("scanSection"));
        setAccessibleName(ScanDialog::tr("The section in the hand"));
        setMinimumSize(220, 180);
        connect(&picks, &ScanPicks::changed, this, &HandCanvas::outdate);
    }

protected:
    drawing::SectionScene makeScene() const override
    {
        drawing::SectionScene scene;
        scene.theme = theme();
        scene.units = workspace().displayUnits();
        scene.showSizes = true;
        scene.showWalls = false;
        if (m_picks.scan()) {
            scene.station = job::tracedStation(m_picks.slice());
            scene.shape = job::shapeOf(scene.station.section);
        }
        return scene;
    }
    void draw(QPainter& painter, const drawing::SectionScene& scene) override
    {
        if (m_picks.scan())
            drawing::SectionView(scene, area()).paint(painter);
    }
    QString spoken() const override
    {
        return m_picks.scan()
                   ? ScanDialog::tr("area %1").arg(workspace().text(units::Kind::Area, m_picks.slice().area.si()))
                   : QString();
    }

private:
    ScanPicks& m_picks;
};

/// Area along the scan, and as the stations tell it.
class AreaChart : public ChartCanvas {
public:
    AreaChart(Context context, ScanPicks& picks) : ChartCanvas(context, 1), m_picks(picks)
    {
        setObjectName(QStringLiteral("scanAreas"));
        setAccessibleName(ScanDialog::tr("Area along the scan"));
        setMinimumSize(220, 180);
        connect(&picks, &ScanPicks::changed, this, &AreaChart::outdate);
    }

protected:
    std::vector<drawing::ChartScene> makeCharts() const override
    {
        drawing::ChartScene chart;
        chart.title = ScanDialog::tr("Area");
        chart.xTitle = ScanDialog::tr("from the window");
        chart.xKind = units::Kind::Position;
        chart.yKind = units::Kind::Area;
        chart.units = workspace().displayUnits();
        chart.fromZero = false;
        if (!m_picks.scan()) {
            chart.missing = ScanDialog::tr("Not cut yet.");
            return {chart};
        }
        const auto& slices = m_picks.scan()->slices;
        std::vector<geometry::AreaAt> knots;
        for (const std::size_t i : m_picks.chosen())
            knots.push_back({slices[i].s, slices[i].area});
        const geometry::AreaCurve curve(std::move(knots));
        drawing::ChartLine scanned{ScanDialog::tr("the scan"), drawing::LineStyle::Now, {}};
        drawing::ChartLine told{ScanDialog::tr("through the stations"), drawing::LineStyle::Plan, {}};
        for (const scan::Slice& slice : slices) {
            scanned.points.emplace_back(slice.s.si(), slice.area.si());
            if (slice.s >= curve.knots().front().s && slice.s <= curve.knots().back().s)
                told.points.emplace_back(slice.s.si(), curve.at(slice.s).si());
        }
        chart.lines = {std::move(scanned), std::move(told)};
        for (std::size_t i = 0; i < m_picks.chosen().size(); ++i)
            chart.marks.push_back({slices[m_picks.chosen()[i]].s.si(), QString::number(i + 1)});
        return {chart};
    }

private:
    ScanPicks& m_picks;
};

}  // namespace

void ScanPicks::setScan(std::shared_ptr<const scan::PortScan> scan, double miss)
{
    m_scan = std::move(scan);
    m_chosen.clear();
    m_hand = 0;
    propose(miss);
}

void ScanPicks::propose(double miss)
{
    if (m_scan)
        m_chosen = scan::proposeStations(*m_scan, miss);
    m_hand = std::min(m_hand, m_chosen.empty() ? 0 : m_chosen.size() - 1);
    emit changed();
}

void ScanPicks::stepHand(int by)
{
    if (m_chosen.empty())
        return;
    const int last = static_cast<int>(m_chosen.size()) - 1;
    takeInHand(static_cast<std::size_t>(std::clamp(static_cast<int>(m_hand) + by, 0, last)));
}

void ScanPicks::takeInHand(std::size_t station)
{
    m_hand = station;
    emit changed();
}

void ScanPicks::moveTo(std::size_t slice)
{
    if (!m_scan)
        return;
    const std::size_t low = m_hand == 0 ? 0 : m_chosen[m_hand - 1] + 1;
    const std::size_t high = m_hand + 1 < m_chosen.size() ? m_chosen[m_hand + 1] - 1 : m_scan->slices.size() - 1;
    m_chosen[m_hand] = std::clamp(slice, low, high);
    emit changed();
}

void ScanPicks::moveBy(int slices)
{
    if (m_scan)
        moveTo(static_cast<std::size_t>(std::max(0, static_cast<int>(m_chosen[m_hand]) + slices)));
}

void ScanPicks::add()
{
    if (!m_scan)
        return;
    const std::size_t first = std::min(m_hand, m_chosen.size() - 2);
    addAt((m_chosen[first] + m_chosen[first + 1]) / 2);
}

void ScanPicks::addAt(std::size_t slice)
{
    if (!m_scan || std::ranges::find(m_chosen, slice) != m_chosen.end())
        return;
    const auto added = m_chosen.insert(std::ranges::upper_bound(m_chosen, slice), slice);
    takeInHand(static_cast<std::size_t>(added - m_chosen.begin()));
}

void ScanPicks::remove()
{
    constexpr std::size_t fewest = 2;
    if (m_chosen.size() <= fewest)
        return;
    m_chosen.erase(m_chosen.begin() + static_cast<std::ptrdiff_t>(m_hand));
    takeInHand(std::min(m_hand, m_chosen.size() - 1));
}

ScanCanvas::ScanCanvas(Context context, ScanPicks& picks, QWidget* parent)
    : SceneCanvas(context, parent),
      m_picks(picks)
{
    setObjectName(QStringLiteral("scanCanvas"));
    setFocusPolicy(Qt::StrongFocus);
    setMinimumSize(420, 200);
    setAccessibleName(tr("The scan from its side, with the planes of its stations"));
    connect(&picks, &ScanPicks::changed, this, &ScanCanvas::outdate);
}

drawing::ScanScene ScanCanvas::makeScene() const
{
    drawing::ScanScene scene;
    scene.focused = hasFocus();
    if (!m_picks.scan()) {
        scene.missing = tr("Not cut yet.");
        return scene;
    }
    for (const scan::Slice& slice : m_picks.scan()->slices)
        scene.slices.push_back(fromTheSide(slice));
    scene.chosen = m_picks.chosen();
    scene.hand = m_picks.hand();
    return scene;
}

QString ScanCanvas::spoken() const
{
    if (!m_picks.scan())
        return {};
    const scan::Slice& slice = m_picks.slice();
    return tr("%1 stations; %2 in the hand, at %3, area %4")
        .arg(m_picks.chosen().size())
        .arg(m_picks.hand() + 1)
        .arg(workspace().text(units::Kind::Position, slice.s.si()),
             workspace().text(units::Kind::Area, slice.area.si()));
}

QString ScanCanvas::readOff(QPointF at) const
{
    if (!m_picks.scan() || m_dragging)
        return {};
    const scan::Slice& slice = m_picks.scan()->slices[drawing::ScanView(scene(), area()).sliceAt(at)];
    return tr("%1: %2").arg(workspace().text(units::Kind::Position, slice.s.si()),
                            workspace().text(units::Kind::Area, slice.area.si()));
}

void ScanCanvas::draw(QPainter& painter, const drawing::ScanScene& scene)
{
    drawing::ScanView(scene, area()).paint(painter, theme());
}

void ScanCanvas::mousePressEvent(QMouseEvent* event)
{
    if (event->button() != Qt::LeftButton || !m_picks.scan())
        return;
    const std::size_t slice = drawing::ScanView(scene(), area()).sliceAt(event->position());
    const auto distance = [slice](std::size_t chosen) { return chosen > slice ? chosen - slice : slice - chosen; };
    const auto nearest = std::ranges::min_element(m_picks.chosen(), {}, distance);
    m_picks.takeInHand(static_cast<std::size_t>(nearest - m_picks.chosen().begin()));
    m_dragging = true;
}

void ScanCanvas::mouseMoveEvent(QMouseEvent* event)
{
    if (m_dragging)
        m_picks.moveTo(drawing::ScanView(scene(), area()).sliceAt(event->position()));
}

void ScanCanvas::mouseReleaseEvent(QMouseEvent*) { m_dragging = false; }

void ScanCanvas::mouseDoubleClickEvent(QMouseEvent* event)
{
    if (m_picks.scan())
        m_picks.addAt(drawing::ScanView(scene(), area()).sliceAt(event->position()));
}

void ScanCanvas::keyPressEvent(QKeyEvent* event)
{
    const int far = event->modifiers() & Qt::ShiftModifier ? 5 : 1;
    switch (event->key()) {
    case Qt::Key_Left: return m_picks.moveBy(-far);
    case Qt::Key_Right: return m_picks.moveBy(far);
    case Qt::Key_Up: return m_picks.stepHand(-1);
    case Qt::Key_Down: return m_picks.stepHand(1);
    case Qt::Key_Insert: return m_picks.add();
    case Qt::Key_Delete: return m_picks.remove();
    default: return SceneCanvas::keyPressEvent(event);
    }
}

ScanDialog::ScanDialog(Context context, const QString& path, QWidget* parent)
    : QDialog(parent),
      m_context(context),
      m_path(path),
      m_unit(new QComboBox),
      m_miss(new QComboBox),
      m_otherWay(new QCheckBox(tr("The &window is at the other end"))),
      m_state(new WrapLabel),
      m_buttons(new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel))
{
    setObjectName(QStringLiteral("scanDialog"));
    setWindowTitle(tr("Stations of the scan %1").arg(QFileInfo(path).fileName()));
    resize(980, 620);
    m_state->setObjectName(QStringLiteral("scanState"));
    m_state->setWordWrap(true);
    auto* canvas = new ScanCanvas(context, m_picks);
    auto* below = new QHBoxLayout;
    below->addWidget(new AreaChart(context, m_picks), 3);
    below->addWidget(new HandCanvas(context, m_picks), 2);
    auto* column = new QVBoxLayout(this);
    column->addWidget(makeChoices());
    column->addWidget(canvas, 3);
    column->addLayout(below, 3);
    column->addWidget(
        quietLabel(tr("Left and Right move the station in the hand (Shift: by five slices), Up and Down "
                      "take another one, Insert and Delete. Or by the mouse; a double click adds one.")));
    column->addWidget(m_state);
    m_buttons->button(QDialogButtonBox::Ok)->setText(tr("Take these stations"));
    connect(m_buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(m_buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    column->addWidget(m_buttons);
    connect(&m_picks, &ScanPicks::changed, this, &ScanDialog::follow);
    connect(&m_work, &app::Background::changed, this, &ScanDialog::follow);
    nameControls(*this);
    canvas->setFocus();
    begin();
}

QWidget* ScanDialog::makeChoices()
{
    m_unit->setObjectName(QStringLiteral("scanUnit"));
    m_unit->setAccessibleName(tr("A number in the scan is"));
    m_unit->addItems({tr("1 mm"), tr("1 in")});
    m_otherWay->setObjectName(QStringLiteral("scanOtherWay"));
    m_miss->setObjectName(QStringLiteral("scanMiss"));
    m_miss->setAccessibleName(tr("Stations tell the area to within"));
    for (const double miss : kMisses)
        m_miss->addItem(m_context.workspace.text(units::Kind::Percent, miss));
    m_miss->setCurrentIndex(1);
    auto* propose = new QPushButton(tr("&Propose anew"));
    propose->setObjectName(QStringLiteral("scanPropose"));
    propose->setAutoDefault(false);
    connect(m_unit, &QComboBox::currentIndexChanged, this, &ScanDialog::begin);
    connect(m_otherWay, &QCheckBox::toggled, this, &ScanDialog::begin);
    connect(m_miss, &QComboBox::currentIndexChanged, this, [this] { m_picks.propose(miss()); });
    connect(propose, &QPushButton::clicked, this, [this] { m_picks.propose(miss()); });
    auto* line = new QWidget;
    auto* row = new QHBoxLayout(line);
    row->setContentsMargins(0, 0, 0, 0);
    row->addWidget(new WrapLabel(tr("A number in it is")));
    row->addWidget(m_unit);
    row->addWidget(m_otherWay);
    row->addStretch(1);
    row->addWidget(new WrapLabel(tr("Area told to within")));
    row->addWidget(m_miss);
    row->addWidget(propose);
    return line;
}

double ScanDialog::miss() const { return kMisses.at(static_cast<std::size_t>(m_miss->currentIndex())); }

void ScanDialog::begin()
{
    m_problem.clear();
    m_picks.setScan(nullptr, miss());
    const Length unit = m_unit->currentIndex() == 1 ? lengthFromInch(1.0) : lengthFromMm(1.0);
    m_work.start([this, path = m_path.toStdString(), unit, otherWay = m_otherWay->isChecked()](
                     const std::stop_token& stop, const app::Background::Post& post) {
        auto cut = scan::loadStl(path, unit).and_then([&](const scan::Mesh& mesh) {
            return scan::slicePort(mesh, otherWay, stop);
        });
        auto scan = cut ? std::make_shared<const scan::PortScan>(std::move(*cut)) : nullptr;
        post([this, scan, problem = cut ? Phrase() : cut.error()] {
            m_problem = scan ? QString() : app::shown(problem);
            m_picks.setScan(scan, miss());
        });
    });
    follow();
}

void ScanDialog::finish()
{
    m_work.finish();
    follow();
}

void ScanDialog::follow()
{
    m_buttons->button(QDialogButtonBox::Ok)->setEnabled(usable());
    const bool failed = m_work.state() == app::Background::State::Failed;
    setTone(m_state, failed || !m_problem.isEmpty() ? Tone::Danger : Tone::Plain);
    if (usable()) {
        const auto& workspace = m_context.workspace;
        const auto curve = m_picks.scan()->areas();
        m_state->setText(
            tr("%1 stations tell the area to within %2. The scan is %3 long and holds %4. Walls are not in a scan: "
               "gauge them.")
                .arg(m_picks.chosen().size())
                .arg(workspace.text(units::Kind::Percent, scan::missOf(*m_picks.scan(), m_picks.chosen())),
                     workspace.text(units::Kind::Position, curve.length().si()),
                     workspace.text(units::Kind::Volume, curve.volume().si())));
    } else if (failed) {
        m_state->setText(m_work.failure());
    } else if (!m_problem.isEmpty()) {
        m_state->setText(QStringLiteral("▲ ") + m_problem);
    } else {
        m_state->setText(tr("It is read and cut into slices…"));
    }
}

std::vector<job::Station> ScanDialog::stations() const
{
    std::vector<job::Station> stations;
    for (const std::size_t i : m_picks.chosen())
        stations.push_back(job::tracedStation(m_picks.scan()->slices[i]));
    return stations;
}

}  // namespace euryth::widgets
