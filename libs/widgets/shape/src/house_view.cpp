// SPDX-License-Identifier: GPL-3.0-or-later
#include <QComboBox>
#include <QCoreApplication>
#include <QDir>
#include <QFile>
#include <QHBoxLayout>

#include "files/house_file.hpp"
#include "job/describe.hpp"
#include "kit/choice_edit.hpp"
#include "kit/form_builder.hpp"
#include "kit/form_parts.hpp"
#include "kit/page_tools.hpp"
#include "shape/shape_views.hpp"
#include "wall_rules_view.hpp"

static void initialiseHouseResources() { Q_INIT_RESOURCE(houses); }

namespace euryth::widgets {

using units::Kind;
namespace field = job::field;

namespace {

/// The words of a choice, as they stand in the file, translatable.
template <std::size_t N>
QStringList words(const std::array<std::string_view, N>& keys)
{
    QStringList list;
    for (const std::string_view key : keys)
        list << QCoreApplication::translate("HouseWords", std::string(key).c_str());
    return list;
}

template <std::size_t N, class Enum>
ChoiceEdit* choice(Context context, const QString& label, const QString& tip,
                   const std::array<std::string_view, N>& keys, Enum job::House::*member)
{
    auto* edit = new ChoiceEdit(
        context, {label, tip, words(keys), [=] { return static_cast<int>(context.workspace.job().house.*member); },
                  [=](int i) {
                      context.workspace.document().apply(
                          label, [&](job::Job& job) { job.house.*member = static_cast<Enum>(i); });
                  }});
    return edit;
}

/// One end of a range in percent.
void addShare(FormBuilder& form, int row, const QString& label, job::ShareRange job::House::*range,
              double job::ShareRange::*end)
{
    form.add(row, 0, [=]() -> std::optional<app::FieldBinding> {
        return app::named(label, app::bind(
                                     field::valveShare, [=](auto& job) -> auto& { return job.house.*range.*end; }));
    });
}

QWidget* areaRules(Context context)
{
    auto* panel = new Panel(tr("Area and walls"));
    auto* grid = newGrid();
    grid->setColumnStretch(1, 0);
    grid->setVerticalSpacing(0);
    FormBuilder form(context, *grid);
    const auto house = [](auto m) {
        return [=](auto& job) -> auto& { return job.house.*m; };
    };
    using H = job::House;
    int row = 0;
    form.job(row++, 0, field::limitingMach, house(&H::limitingMach));
    form.job(row++, 0, field::limitingMachExhaust, house(&H::exhaustLimitingMach));
    addShare(form, row++, tr("Exhaust flow from"), &H::exhaustToIntake, &job::ShareRange::low);
    addShare(form, row++, tr("to, of the intake's"), &H::exhaustToIntake, &job::ShareRange::high);
    form.add(row++, 0, [context]() -> std::optional<app::FieldBinding> {
        return app::named(tr("Taper each %1").arg(context.workspace.text(Kind::Position, 0.1)),
                          app::bind(
                              field::taper, [](auto& job) -> auto& { return job.house.taperPer100mm; }));
    });
    form.job(row++, 0, field::smallBigSmall, house(&H::smallBigSmall));
    form.job(row++, 0, field::leastWall, house(&H::leastWall));
    form.job(row++, 0, field::unrepairableLeastWall, house(&H::unrepairableLeastWall));
    form.job(row++, 0, field::greatestCut, house(&H::greatestCut));
    form.job(row++, 0, field::gaugeError, house(&H::gaugeError));
    form.job(row++, 0, field::fastRatio, house(&H::fastRatio));
    form.job(row++, 0, field::slowRatio, house(&H::slowRatio));
    form.job(row++, 0, field::deadRatio, house(&H::deadRatio));
    form.job(row++, 0, field::leastGain, house(&H::leastGain));
    panel->body()->addLayout(grid);
    panel->body()->addStretch(1);
    return panel;
}

QWidget* valveRules(Context context)
{
    auto* panel = new Panel(tr("Valve end"));
    auto* grid = newGrid();
    grid->setColumnStretch(1, 0);
    grid->setVerticalSpacing(0);
    FormBuilder form(context, *grid);
    using H = job::House;
    using R = job::ShareRange;
    int row = 0;
    const auto range = [&](const QString& name, job::ShareRange H::*member) {
        addShare(form, row++, tr("%1 from").arg(name), member, &R::low);
        addShare(form, row++, tr("%1 to").arg(name), member, &R::high);
    };
    range(tr("Intake throat"), &H::intakeThroat);
    range(tr("Exhaust throat"), &H::exhaustThroat);
    range(tr("Intake bowl"), &H::intakeBowl);
    range(tr("Exhaust bowl"), &H::exhaustBowl);
    const auto house = [](auto m) {
        return [=](auto& job) -> auto& { return job.house.*m; };
    };
    form.job(row++, 0, field::apexLowering, house(&H::apexLowering));
    form.job(row++, 0, field::houseSeatAngle, house(&H::seatAngle));
    form.job(row++, 0, field::seatWidthIntake, house(&H::intakeSeatWidth));
    form.job(row++, 0, field::seatWidthExhaust, house(&H::exhaustSeatWidth));
    form.job(row++, 0, field::scribeBelowIntake, house(&H::intakeScribeBelow));
    form.job(row++, 0, field::scribeBelowExhaust, house(&H::exhaustScribeBelow));
    panel->body()->addLayout(grid);
    panel->body()->addStretch(1);
    return panel;
}

QWidget* workRules(Context context)
{
    auto* panel = new Panel(tr("Schools"));
    auto* page = new QWidget;
    auto* column = new QVBoxLayout(page);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(6);
    using H = job::House;
    column->addWidget(choice(context, tr("Intake finish"), tr("A rough wall keeps fuel off it; no mirror on an intake"),
                             job::kFinishKeys, &H::intakeFinish));
    column->addWidget(choice(context, tr("Exhaust finish"), tr("How the exhaust's wall is left"), job::kFinishKeys,
                             &H::exhaustFinish));
    column->addWidget(choice(context, tr("Lifts that count"),
                             tr("Each as long as the cam stays there, or only the upper half"), job::kLiftWeightKeys,
                             &H::liftWeight));
    column->addWidget(choice(context, tr("Core shift"), tr("Chasing it everywhere twists the port"),
                             job::kCoreShiftKeys, &H::coreShift));
    column->addWidget(
        choice(context, tr("Valve job"), tr("Seats before the port, or after it"), job::kValveJobKeys, &H::valveJob));
    column->addWidget(choice(context, tr("Thin walls"), tr("Left, filled from behind, or welded by a specialist"),
                             job::kThinWallKeys, &H::thinWall));
    TextEdit::Source name;
    name.label = tr("Name");
    name.get = [context] { return QString::fromStdString(context.workspace.job().house.name); };
    name.set = [context](const QString& typed) {
        return context.workspace.document().edit(tr("Name house rules"),
                                                 [&](job::Job& job) { job.house.name = typed.toStdString(); });
    };
    column->addWidget(new TextEdit(context, std::move(name)));
    auto* why = liveLabel(context, [context] { return QString::fromStdString(context.workspace.job().house.why); });
    why->setObjectName(QStringLiteral("houseWhy"));
    column->addWidget(why);
    auto* boss = newGrid();
    FormBuilder form(context, *boss);
    form.job(
        0, 0, field::guideMetal, [](auto& job) -> auto& { return job.house.guideMetal; });
    form.job(
        1, 0, field::houseFin, [](auto& job) -> auto& { return job.house.finWidth; });
    column->addLayout(boss);
    form.job(
        2, 0, field::alikeFlow, [](auto& job) -> auto& { return job.house.alikeFlow; });
    form.job(
        3, 0, field::alikeVolume, [](auto& job) -> auto& { return job.house.alikeVolume; });
    form.job(
        4, 0, field::alikeChamber, [](auto& job) -> auto& { return job.house.alikeChamber; });
    form.job(
        5, 0, field::liftStep, [](auto& job) -> auto& { return job.house.liftStep; });
    form.job(
        6, 0, field::runOutLimit, [](auto& job) -> auto& { return job.house.runOutLimit; });
    column->addWidget(heading(tr("Walls by material and place")));
    column->addWidget(makeWallRules(context));
    column->addStretch(1);
    panel->body()->addWidget(scrolled(page));
    return panel;
}

QWidget* setRow(const HouseActions& actions)
{
    auto* row = new QWidget;
    auto* layout = new QHBoxLayout(row);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(6);
    auto* box = new QComboBox;
    box->setObjectName(QStringLiteral("houseSets"));
    box->setMinimumWidth(190);
    box->setAccessibleName(tr("Sets of house rules"));
    for (const job::House& house : shippedHouses())
        box->addItem(QString::fromStdString(house.name));
    auto* compare = new QPushButton(tr("What would it change?"));
    compare->setObjectName(QStringLiteral("compareHouse"));
    auto* load = new QPushButton(tr("Out of a file…"));
    auto* save = new QPushButton(tr("Save as a file…"));
    QObject::connect(compare, &QPushButton::clicked, row, [=] {
        const auto houses = shippedHouses();
        if (box->currentIndex() >= 0)
            actions.compare(houses[static_cast<std::size_t>(box->currentIndex())]);
    });
    QObject::connect(load, &QPushButton::clicked, row, actions.load);
    QObject::connect(save, &QPushButton::clicked, row, actions.save);
    layout->addWidget(quietLabel(tr("Another set:")));
    layout->addWidget(box);
    layout->addWidget(compare);
    layout->addStretch(1);
    layout->addWidget(load);
    layout->addWidget(save);
    return row;
}

}  // namespace

std::vector<job::House> shippedHouses()
{
    initialiseHouseResources();
    std::vector<job::House> houses;
    const QDir folder(QStringLiteral(":/houses"));
    for (const QString& name : folder.entryList(QDir::Files, QDir::Name)) {
        QFile file(folder.filePath(name));
        if (!file.open(QIODevice::ReadOnly))
            continue;
        if (auto house = files::parseHouse(file.readAll().toStdString()))
            houses.push_back(std::move(*house));
    }
    return houses;
}

QWidget* makeHouseView(Context context, const HouseActions& actions)
{
    auto* page = new QWidget;
    auto* column = new QVBoxLayout(page);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    column->addWidget(setRow(actions));
    auto* panels = new QHBoxLayout;
    panels->setSpacing(8);
    for (QWidget* panel : {areaRules(context), valveRules(context), workRules(context)})
        panels->addWidget(panel, 1);
    column->addLayout(panels, 1);
    return page;
}

}  // namespace euryth::widgets
