// SPDX-License-Identifier: GPL-3.0-or-later
#include "widgets/survey_forms.hpp"

#include <QCheckBox>
#include <QCoreApplication>
#include <QHBoxLayout>

#include "app/port_edits.hpp"
#include "app/row_tables.hpp"
#include "form_builder.hpp"
#include "judgement/compare.hpp"
#include "planning/compression.hpp"
#include "units/format.hpp"
#include "widgets/canvases.hpp"

namespace euryth::widgets {

using units::Kind;
namespace field = job::field;

namespace {

QString tr(const char* text) { return QCoreApplication::translate("SurveyForms", text); }

QGridLayout* newGrid()
{
    auto* grid = new QGridLayout;
    grid->setHorizontalSpacing(16);
    grid->setVerticalSpacing(6);
    grid->setColumnStretch(0, 1);
    grid->setColumnStretch(1, 1);
    return grid;
}

QLabel* heading(const QString& text)
{
    auto* label = new QLabel(text);
    label->setFont(drawing::font(drawing::text::kNormal, true));
    return label;
}

QPushButton* smallButton(const QString& text, const QString& tip)
{
    auto* button = new QPushButton(text);
    button->setToolTip(tip);
    return button;
}

/// A label whose text is worked out anew after every change.
QLabel* liveLabel(Context context, std::function<QString()> text)
{
    auto* label = quietLabel({}, context);
    label->setWordWrap(true);
    const auto refresh = [label, text] { label->setText(text()); };
    QObject::connect(&context.workspace, &app::Workspace::refreshed, label, refresh);
    refresh();
    return label;
}

EntryView* newTable(Context context, app::EntryTable* table, MessageLine& messages, const char* name, int rows)
{
    auto* view = new EntryView(context, *table, messages);
    table->setParent(view);
    view->setObjectName(QString::fromLatin1(name));
    view->setFixedHeight(26 * rows + 34);
    return view;
}

using PortChange = std::function<void(job::Port&)>;

void editPort(Context context, const QString& text, const PortChange& change)
{
    if (const auto port = context.workspace.portIndex())
        context.workspace.document().edit(text, [&](job::Job& job) { change(job.ports[*port]); });
}

/// The edits of a list by the two buttons under it.
QWidget* listButtons(const QString& add, const QString& remove, const std::function<void()>& adding,
                     const std::function<void()>& removing)
{
    auto* row = new QWidget;
    auto* layout = new QHBoxLayout(row);
    layout->setContentsMargins(0, 0, 0, 0);
    auto* plus = smallButton(add, {});
    auto* minus = smallButton(remove, {});
    QObject::connect(plus, &QPushButton::clicked, row, adding);
    QObject::connect(minus, &QPushButton::clicked, row, removing);
    layout->addWidget(plus);
    layout->addWidget(minus);
    layout->addStretch(1);
    return row;
}

void addSeatCut(job::Port& port)
{
    // The usual next cut; its width stays unknown until it is measured.
    constexpr double usual[] = {45.0, 60.0, 75.0};
    job::SeatCut cut;
    if (port.valve.seat.size() < std::size(usual))
        cut.angle = angleFromDegrees(usual[port.valve.seat.size()]);
    port.valve.seat.push_back(cut);
}

QString scribeText(const app::Workspace& workspace)
{
    const auto& seat = workspace.analysis().seat;
    if (!seat)
        return tr("No scriber setting yet. Missing: %1.").arg(QString::fromStdString(workspace.analysis().seat.missing));
    const auto& valve = workspace.port()->valve;
    QString text = tr("The cuts leave a throat of %1 (%2). Scribe at radius %3, %4 below the seat's outer edge.")
                       .arg(workspace.text(Kind::Length, seat->throat.si()),
                            workspace.text(Kind::Percent, seat->throat / *valve.diameter),
                            workspace.text(Kind::Length, geometry::scribeRadius(*seat).si()),
                            workspace.text(Kind::Length, seat->depth.si()));
    if (valve.pilot)
        text += tr(" Scriber from the pilot: %1.")
                    .arg(workspace.text(Kind::Length, geometry::scriberSetting(*seat, *valve.pilot).si()));
    return text;
}

QString stepText(const app::Workspace& workspace, const std::optional<judgement::WindowStep>& step)
{
    if (!step)
        return tr("not measured");
    const auto side = [&](Length q) { return workspace.number(Kind::Length, q.si()); };
    return tr("stands in the light by: left %1, right %2, roof %3, floor %4 (negative: stands back)")
        .arg(side(step->left), side(step->right), side(step->roof), side(step->floor));
}

QString layoutText(const app::Workspace& workspace)
{
    const auto& a = workspace.analysis();
    QStringList parts;
    if (a.floorRadius)
        parts << tr("tightest floor radius %1 after station %2")
                     .arg(workspace.text(Kind::Length, a.floorRadius->radius.si()))
                     .arg(a.floorRadius->station + 1);
    if (a.floorApex)
        parts << tr("floor's highest point at z = %1").arg(workspace.text(Kind::Length, a.floorApex->si()));
    if (a.turnEnd)
        parts << tr("the turn ends at %1").arg(workspace.text(Kind::Position, a.turnEnd->si()));
    if (parts.isEmpty())
        return tr("For the side view and the shape in space: straight length, turn, short-side radius and height (or "
                  "poses in the job file).");
    return tr("Found: %1.").arg(parts.join(QStringLiteral("; ")));
}

QString volumeText(const app::Workspace& workspace)
{
    const auto& areas = workspace.analysis().areas;
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
    const judgement::Spread spread = judgement::spreadOf(volumes, 0.01);
    if (!spread.spread)
        return tr("The compression needs bore, stroke, gasket, deck and piston; unknown stays unknown.");
    QString text = tr("Mean %1, spread %2").arg(workspace.text(Kind::SmallVolume, *spread.mean),
                                                workspace.text(Kind::Percent, *spread.spread));
    if (spread.odd)
        text += tr("; row %1 is the odd one out").arg(*spread.odd + 1);
    return text + QStringLiteral(".");
}

template <class Text>
TextEdit* portText(Context context, const QString& label, const QString& tip, Text text)
{
    TextEdit::Source source;
    source.label = label;
    source.tip = tip;
    source.get = [=] {
        const job::Port* port = context.workspace.port();
        return port ? QString::fromStdString(text(*port)) : QString();
    };
    source.set = [=](const QString& typed) {
        const auto port = context.workspace.portIndex();
        return port ? context.workspace.document().edit(
                          tr("Change %1").arg(label),
                          [&](job::Job& job) { text(job.ports[*port]) = typed.toStdString(); })
                    : QString();
    };
    return new TextEdit(context, std::move(source));
}

TextEdit* portName(Context context)
{
    TextEdit::Source source;
    source.label = tr("Name");
    source.tip = tr("What the port is called, as I1 or E2; a branch by its letter");
    source.get = [=] {
        const job::Port* port = context.workspace.port();
        return port ? QString::fromStdString(job::branchName(*port)) : QString();
    };
    source.set = [=](const QString& typed) {
        if (typed.isEmpty() || typed.contains(QLatin1Char('/')))
            return tr("a name without / is needed");
        const auto port = context.workspace.portIndex();
        return port ? context.workspace.document().edit(
                          tr("Rename port"), [&](job::Job& job) { app::renamePort(job, *port, typed.toStdString()); })
                    : QString();
    };
    return new TextEdit(context, std::move(source));
}

QWidget* openingFields(Context context, const QString& title, job::Opening job::Port::*opening,
                       std::optional<judgement::WindowStep> judgement::PortAnalysis::*step)
{
    auto* box = new QWidget;
    auto* column = new QVBoxLayout(box);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(4);
    column->addWidget(heading(title));
    auto* grid = newGrid();
    FormBuilder form(context, *grid);
    const auto member = [=](auto m) { return [=](auto& port) -> auto& { return port.*opening.*m; }; };
    form.port(0, 0, tr("Width"), field::openingWidth, Kind::Length, member(&job::Opening::width));
    form.port(0, 1, tr("Height"), field::openingHeight, Kind::Length, member(&job::Opening::height));
    form.port(1, 0, tr("Moved left by"), field::shiftLeft, Kind::Length, member(&job::Opening::shiftLeft));
    form.port(1, 1, tr("Moved up by"), field::shiftUp, Kind::Length, member(&job::Opening::shiftUp));
    column->addLayout(grid);
    column->addWidget(liveLabel(context, [=] { return stepText(context.workspace, context.workspace.analysis().*step); }));
    return box;
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
        grid->addWidget(castingText(m_context, index, tr("Casting"), [](auto& c) -> auto& { return c.id; }), 0, 0);
        grid->addWidget(castingText(m_context, index, tr("of"), [](auto& c) -> auto& { return c.material; }), 0, 1);
        Context context = m_context;
        FormBuilder(m_context, *grid).add(0, 2, [=]() -> std::optional<app::FieldBinding> {
            if (index >= context.workspace.job().castings.size())
                return std::nullopt;
            return app::bind(tr("thickest wall"), field::castingThickness, Kind::Length,
                             [=](auto& job) -> auto& { return job.castings[index].thickness; });
        });
        m_column->addWidget(row);
        m_rows.push_back(row);
    }

    Context m_context;
    QVBoxLayout* m_column;
    std::vector<QWidget*> m_rows;
};

QString photoText(const app::Workspace& workspace)
{
    const job::Port* port = workspace.port();
    if (!port || port->photos.empty())
        return tr("No photos of this port (Port, Add a photo).");
    QStringList names;
    for (const job::Photo& photo : port->photos)
        names << QString::fromStdString(photo.file);
    return tr("Photos: %1").arg(names.join(QStringLiteral(", ")));
}

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
            auto* box = new QCheckBox(QString::fromUtf8(geometry::name(s).data()));
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
            m_context.workspace.document().edit(
                tr("Where no weld reaches"),
                [&](job::Job& job) { job.ports[*port].stations[*station].unrepairable[sector] = on; });
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
    const auto addPart = [&](QGridLayout* grid, int row, int col, const QString& label, const job::Field& fld,
                             auto member) {
        FormBuilder(context, *grid).station(row, col, label, fld, Kind::Length,
                                            [=](auto& st) -> auto& { return st.section.sectioned.*member; }, followParts);
    };
    column->addWidget(heading(tr("In the air's way")));
    auto* blocked = newGrid();
    FormBuilder form(context, *blocked);
    form.station(0, 0, tr("Boss width"), f::bossWidth, Kind::Length, [](auto& st) -> auto& { return st.boss.width; }, nothing);
    form.station(1, 0, tr("Boss height"), f::bossHeight, Kind::Length, [](auto& st) -> auto& { return st.boss.height; },
                 nothing);
    form.station(2, 0, tr("Stem diameter"), f::stemWidth, Kind::Length, [](auto& st) -> auto& { return st.stem.width; },
                 nothing);
    form.station(3, 0, tr("Stem, length in section"), f::stemLength, Kind::Length,
                 [](auto& st) -> auto& { return st.stem.length; }, nothing);
    column->addLayout(blocked);
    column->addWidget(heading(tr("Sectioned head: parts and the saw's kerf")));
    auto* sawn = newGrid();
    using S = job::Sectioned;
    addPart(sawn, 0, 0, tr("Left part"), f::partLeft, &S::left);
    addPart(sawn, 1, 0, tr("Kerf across"), f::kerfAcross, &S::kerfAcross);
    addPart(sawn, 2, 0, tr("Right part"), f::partRight, &S::right);
    addPart(sawn, 3, 0, tr("Roof part"), f::partRoof, &S::roof);
    addPart(sawn, 4, 0, tr("Kerf up"), f::kerfUp, &S::kerfUp);
    addPart(sawn, 5, 0, tr("Floor part"), f::partFloor, &S::floor);
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
    form.job(0, 0, tr("Gauge block"), field::gaugeBlock, Kind::Length, [](auto& j) -> auto& { return j.gauge.block; });
    form.job(0, 1, tr("reads"), field::gaugeReading, Kind::Length,
             [](auto& j) -> auto& { return j.gauge.reading; });
    row->addLayout(grid, 1);
    row->addWidget(liveLabel(context, [context] {
                       const double f = context.workspace.job().gauge.correction();
                       if (f == 1.0)
                           return tr("Readings are kept as typed.");
                       return tr("What you type is a reading; kept is the wall, reading x %1.")
                           .arg(QString::fromStdString(units::formatPlain(f, 4, context.workspace.displayUnits())));
                   }),
                   1);
    return line;
}

QWidget* makeValveEndForm(Context context, MessageLine& messages)
{
    auto* page = new QWidget;
    auto* column = new QVBoxLayout(page);
    column->setContentsMargins(4, 6, 4, 0);
    column->setSpacing(6);
    auto* grid = newGrid();
    FormBuilder form(context, *grid);
    const auto valve = [](auto m) { return [=](auto& port) -> auto& { return port.valve.*m; }; };
    using V = job::Valve;
    form.port(0, 0, tr("Valve"), field::valveDiameter, Kind::Length, valve(&V::diameter));
    form.port(1, 0, tr("Stem"), field::stem, Kind::Length, valve(&V::stem));
    form.port(2, 0, tr("Throat"), field::throat, Kind::Length, valve(&V::throat));
    form.port(3, 0, tr("Bowl"), field::bowl, Kind::Length, valve(&V::bowl));
    form.port(4, 0, tr("Pilot"), field::pilot, Kind::Length, valve(&V::pilot));
    form.port(0, 1, tr("Seat inset"), field::edgeInset, Kind::Length, valve(&V::edgeInset));
    form.port(1, 1, tr("Run-out"), field::runOut, Kind::Length, valve(&V::runOut));
    form.port(2, 1, tr("Bridge"), field::bridge, Kind::Length, valve(&V::bridge));
    form.port(3, 1, tr("Edge to bore"), field::boreEdge, Kind::Length, valve(&V::boreEdge));
    form.port(4, 1, tr("To next port"), field::neighbourWall, Kind::Length, valve(&V::neighbour));
    column->addLayout(grid);
    column->addWidget(heading(tr("Seat cuts, from outside in")));
    column->addWidget(newTable(context, app::makeSeatTable(context.workspace, nullptr), messages, "seatTable", 4));
    auto* buttons = listButtons(
        tr("Add cut"), tr("Remove last"), [context] { editPort(context, tr("Add seat cut"), addSeatCut); },
        [context] {
            editPort(context, tr("Remove seat cut"), [](job::Port& port) {
                if (!port.valve.seat.empty())
                    port.valve.seat.pop_back();
            });
        });
    buttons->setObjectName(QStringLiteral("seatButtons"));
    column->addWidget(buttons);
    column->addWidget(liveLabel(context, [context] { return scribeText(context.workspace); }));
    column->addStretch(1);
    return page;
}

QWidget* makeRunnerForm(Context context)
{
    auto* page = new QWidget;
    auto* column = new QVBoxLayout(page);
    column->setContentsMargins(4, 6, 4, 0);
    column->setSpacing(6);
    auto* names = newGrid();
    names->addWidget(portName(context), 0, 0);
    FormBuilder nameForm(context, *names);
    nameForm.port(0, 1, tr("Cylinder"), field::portCylinder, Kind::Count, [](auto& p) -> auto& { return p.cylinder; });
    names->addWidget(portText(context, tr("Casting"), tr("Id of the casting, where the job has several (Volumes tab)"),
                              [](auto& p) -> auto& { return p.casting; }),
                     1, 0);
    names->addWidget(portText(context, tr("Material"), tr("Where it is not the casting's"),
                              [](auto& p) -> auto& { return p.material; }),
                     1, 1);
    column->addLayout(names);
    column->addWidget(heading(tr("How the runner lies")));
    auto* grid = newGrid();
    FormBuilder form(context, *grid);
    form.port(0, 0, tr("Straight part"), field::straight, Kind::Position,
              [](auto& p) -> auto& { return p.runner.straight; });
    form.port(0, 1, tr("Turn"), field::turn, Kind::Angle, [](auto& p) -> auto& { return p.runner.turn; });
    form.port(1, 0, tr("Short-side radius"), field::shortSideRadius, Kind::Length,
              [](auto& p) -> auto& { return p.shortSide.radius; });
    form.port(1, 1, tr("Short-side height"), field::shortSideHeight, Kind::Length,
              [](auto& p) -> auto& { return p.shortSide.height; });
    form.port(2, 0, tr("Bowl depth"), field::bowlDepth, Kind::Position,
              [](auto& p) -> auto& { return p.runner.bowlDepth; });
    column->addLayout(grid);
    column->addWidget(liveLabel(context, [context] { return layoutText(context.workspace); }));
    column->addWidget(openingFields(context, tr("Manifold or header at the window"), &job::Port::manifold,
                                    &judgement::PortAnalysis::manifoldStep));
    column->addWidget(openingFields(context, tr("Gasket at the window"), &job::Port::gasket,
                                    &judgement::PortAnalysis::gasketStep));
    column->addWidget(liveLabel(context, [context] { return photoText(context.workspace); }));
    column->addStretch(1);
    return page;
}

QWidget* makeVolumesForm(Context context, MessageLine& messages)
{
    auto* page = new QWidget;
    auto* column = new QVBoxLayout(page);
    column->setContentsMargins(4, 6, 4, 0);
    column->setSpacing(6);
    auto* grid = newGrid();
    FormBuilder form(context, *grid);
    form.port(0, 0, tr("Port by burette"), field::portVolume, Kind::Volume, [](auto& p) -> auto& { return p.volume; });
    column->addLayout(grid);
    column->addWidget(liveLabel(context, [context] { return volumeText(context.workspace); }));
    column->addWidget(heading(tr("Chambers by burette")));
    column->addWidget(newTable(context, app::makeChamberTable(context.workspace, nullptr), messages, "chamberTable", 3));
    auto& document = context.workspace.document();
    column->addWidget(listButtons(
        tr("Add chamber"), tr("Remove last"),
        [&document] {
            document.edit(tr("Add chamber"), [](job::Job& job) {
                job.chambers.push_back({static_cast<int>(job.chambers.size()) + 1, std::nullopt, {}, {}});
            });
        },
        [&document] {
            document.edit(tr("Remove chamber"), [](job::Job& job) {
                if (!job.chambers.empty())
                    job.chambers.pop_back();
            });
        }));
    column->addWidget(liveLabel(context, [context] { return chamberText(context.workspace); }));
    column->addWidget(heading(tr("What closes the chamber")));
    auto* closing = newGrid();
    FormBuilder close(context, *closing);
    const auto engine = [](auto m) { return [=](auto& job) -> auto& { return job.engine.*m; }; };
    using E = job::Engine;
    close.job(0, 0, tr("Bore"), field::bore, Kind::Length, engine(&E::bore));
    close.job(0, 1, tr("Stroke"), field::stroke, Kind::Length, engine(&E::stroke));
    close.job(1, 0, tr("Gasket bore"), field::gasketBore, Kind::Length, engine(&E::gasketBore));
    close.job(1, 1, tr("Gasket"), field::gasketThickness, Kind::Length, engine(&E::gasketThickness));
    close.job(2, 0, tr("Below deck"), field::deckClearance, Kind::Length, engine(&E::deckClearance));
    close.job(2, 1, tr("Piston dish"), field::pistonDish, Kind::SmallVolume, engine(&E::pistonDish));
    column->addLayout(closing);
    column->addWidget(heading(tr("Castings")));
    column->addWidget(new CastingRows(context));
    column->addWidget(listButtons(
        tr("Add casting"), tr("Remove last"),
        [&document] {
            document.edit(tr("Add casting"), [](job::Job& job) {
                const std::string id(1, static_cast<char>('A' + job.castings.size() % 26));
                job.castings.push_back({id, {}, std::nullopt, {}, {}});
            });
        },
        [&document] {
            document.edit(tr("Remove casting"), [](job::Job& job) {
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
