// SPDX-License-Identifier: GPL-3.0-or-later
#include "shop_settings.hpp"

#include <QHeaderView>
#include <QTableWidget>

#include "app/language.hpp"
#include "book_views.hpp"
#include "job/describe.hpp"
#include "kit/form_parts.hpp"
#include "kit/page_tools.hpp"
#include "units/parse.hpp"

namespace euryth::widgets {

namespace {

constexpr int kName = 0;
constexpr int kHoursADay = 1;
constexpr int kDays = 2;

QString daysText(const std::array<bool, job::kWeekDays>& days)
{
    QStringList names;
    for (std::size_t i = 0; i < days.size(); ++i) {
        if (days[i])
            names << QString::fromUtf8(job::kWeekDayKeys[i].data());
    }
    return names.isEmpty() ? ShopSettings::tr("mon to fri") : names.join(QLatin1Char(' '));
}

/// Days by their first three letters; nothing for what is none.
std::optional<std::array<bool, job::kWeekDays>> daysOf(const QString& typed)
{
    std::array<bool, job::kWeekDays> days{};
    if (typed.trimmed().isEmpty() || typed.trimmed() == ShopSettings::tr("mon to fri"))
        return days;
    for (const QString& word :
         typed.toLower().split(QRegularExpression(QStringLiteral("[ ,;]+")), Qt::SkipEmptyParts)) {
        const auto found = std::ranges::find(job::kWeekDayKeys, std::string_view(word.left(3).toStdString()));
        if (found == job::kWeekDayKeys.end())
            return std::nullopt;
        days[static_cast<std::size_t>(found - job::kWeekDayKeys.begin())] = true;
    }
    return days;
}

QTableWidget* newCells(const char* name, const QStringList& heads)
{
    auto* table = new QTableWidget;
    table->setObjectName(QString::fromLatin1(name));
    table->setColumnCount(static_cast<int>(heads.size()));
    table->setHorizontalHeaderLabels(heads);
    table->verticalHeader()->hide();
    table->horizontalHeader()->setSectionResizeMode(QHeaderView::ResizeToContents);
    table->horizontalHeader()->setStretchLastSection(true);
    table->setTabKeyNavigation(false);
    return table;
}

}  // namespace

ShopSettings::ShopSettings(Context context, Desk& desk) : m_context(context), m_desk(desk)
{
    auto* panel = new Panel(tr("The shop"));
    auto* stack = new QStackedWidget;
    stack->addWidget(makePeople());
    stack->addWidget(makeDaysOff());
    stack->addWidget(makeHead());
    auto* turner = new Switch(
        {tr("People"), tr("Days off"), tr("Sheets")}, [stack](int i) { stack->setCurrentIndex(i); },
        QStringLiteral("shopSettings"));
    turner->turns(stack);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->addWidget(panel);
    panel->body()->addWidget(turner);
    panel->body()->addWidget(stack, 1);
    whenShown(this, [this] { refresh(); });
    connect(&context.session.shop(), &app::ShopDesk::changed, this, [this] {
        if (isVisible())
            refresh();
    });
}

void ShopSettings::tellProblem(const QString& problem)
{
    if (!problem.isEmpty())
        m_desk.tell(tr("The shop is not changed"), problem);
    refresh();
}

QWidget* ShopSettings::makePeople()
{
    auto* page = new QWidget;
    auto* column = new QVBoxLayout(page);
    column->setContentsMargins(0, 0, 0, 0);
    m_people = newCells("people", {tr("who"), tr("hours a day"), tr("days")});
    connect(m_people, &QTableWidget::cellChanged, this, &ShopSettings::personTyped);
    column->addWidget(m_people, 1);
    column->addWidget(listButtons(
        tr("Add a person"), tr("Remove"),
        [this] {
            constexpr double usual = 8.0;
            tellProblem(m_context.session.shop().change([](job::Shop& shop) {
                std::string name = tr("somebody").toStdString();
                for (std::size_t n = 2; std::ranges::find(shop.people, name, &job::Person::name) != shop.people.end();
                     ++n)
                    name = tr("somebody %1").arg(n).toStdString();
                shop.people.push_back({name, usual, {}, {}});
            }));
        },
        [this] {
            const int row = m_people->currentRow();
            tellProblem(m_context.session.shop().change([row](job::Shop& shop) {
                if (row >= 0 && row < static_cast<int>(shop.people.size()))
                    shop.people.erase(shop.people.begin() + row);
            }));
        }));
    return page;
}

void ShopSettings::personTyped(int row, int column)
{
    if (m_filling)
        return;
    const QString typed = m_people->item(row, column)->text().trimmed();
    std::optional<double> hours;
    std::optional<std::array<bool, job::kWeekDays>> days;
    if (column == kHoursADay && !typed.isEmpty()) {
        const auto parsed =
            units::parseSi(typed.toStdString(), units::Kind::Number, m_context.workspace.displayUnits());
        if (!parsed)
            return tellProblem(app::shown(parsed.error().message));
        hours = *parsed;
    }
    if (column == kDays && !(days = daysOf(typed)))
        return tellProblem(tr("Days are written mon tue wed thu fri sat sun, is “%1”.").arg(typed));
    tellProblem(m_context.session.shop().change([&](job::Shop& shop) {
        job::Person& person = shop.people[static_cast<std::size_t>(row)];
        if (column == kName)
            person.name = typed.toStdString();
        else if (column == kHoursADay)
            person.hours = hours;
        else
            person.workDays = *days;
    }));
}

QWidget* ShopSettings::makeDaysOff()
{
    auto* page = new QWidget;
    auto* column = new QVBoxLayout(page);
    column->setContentsMargins(0, 0, 0, 0);
    m_days = newCells("daysOff", {tr("from"), tr("to"), tr("who"), tr("why")});
    connect(m_days, &QTableWidget::cellChanged, this, &ShopSettings::dayTyped);
    column->addWidget(m_days, 1);
    column->addWidget(listButtons(
        tr("Add days off"), tr("Remove"),
        [this] {
            const std::string today = work::textOf(m_context.session.shop().today());
            tellProblem(m_context.session.shop().change([&](job::Shop& shop) {
                shop.daysOff.push_back({today, {}, {}, {}, {}});
            }));
        },
        [this] {
            const int row = m_days->currentRow();
            tellProblem(m_context.session.shop().change([row](job::Shop& shop) {
                if (row >= 0 && row < static_cast<int>(shop.daysOff.size()))
                    shop.daysOff.erase(shop.daysOff.begin() + row);
            }));
        }));
    return page;
}

void ShopSettings::dayTyped(int row, int column)
{
    if (m_filling)
        return;
    const QString typed = m_days->item(row, column)->text().trimmed();
    if (column < 2) {
        if (const QString problem = dateProblem(m_context, typed); !problem.isEmpty())
            return tellProblem(problem);
    }
    tellProblem(m_context.session.shop().change([&](job::Shop& shop) {
        constexpr std::array members{&job::DaysOff::from, &job::DaysOff::to, &job::DaysOff::who, &job::DaysOff::why};
        shop.daysOff[static_cast<std::size_t>(row)].*members[static_cast<std::size_t>(column)] = typed.toStdString();
    }));
}

QWidget* ShopSettings::makeHead()
{
    auto* content = new QWidget;
    auto* column = new QVBoxLayout(content);
    column->setContentsMargins(0, 0, 0, 0);
    const auto add = [&](const QString& label, const QString& tip, const char* name) {
        auto* edit = new QLineEdit;
        edit->setObjectName(QString::fromLatin1(name));
        edit->setPlaceholderText(label);
        edit->setAccessibleName(label);
        edit->setToolTip(tip);
        column->addWidget(edit);
        return edit;
    };
    const auto text = [&](const QString& label, const QString& tip, const char* name, std::string job::Shop::*member) {
        QLineEdit* edit = add(label, tip, name);
        m_texts.emplace_back(edit, member);
        connect(edit, &QLineEdit::editingFinished, this, [this, edit, member] {
            if (!m_filling)
                tellProblem(m_context.session.shop().change(
                    [&](job::Shop& shop) { shop.*member = edit->text().trimmed().toStdString(); }));
        });
    };
    text(tr("name of the shop"), tr("On top of its sheets"), "shopName", &job::Shop::name);
    text(tr("address"), tr("Under the name"), "shopAddress", &job::Shop::address);
    text(tr("logo, a picture in the shop's folder"), tr("Beside the name"), "shopLogo", &job::Shop::logo);
    text(tr("currency"), tr("Behind amounts: EUR"), "shopCurrency", &job::Shop::currency);
    m_rate = add(tr("an hour costs"), tr("Where a job does not say otherwise"), "shopRate");
    connect(m_rate, &QLineEdit::editingFinished, this, [this] {
        if (m_filling)
            return;
        const QString typed = m_rate->text().trimmed();
        const auto parsed =
            units::parseSi(typed.toStdString(), units::Kind::Number, m_context.workspace.displayUnits());
        if (!typed.isEmpty() && !parsed)
            return tellProblem(app::shown(parsed.error().message));
        tellProblem(m_context.session.shop().change(
            [&](job::Shop& shop) { shop.rate = typed.isEmpty() ? std::nullopt : std::optional(*parsed); }));
    });
    text(tr("folder of new pictures"), tr("Such as a telephone's upload, in the shop's folder or with its whole path"),
         "shopIncoming", &job::Shop::incoming);
    column->addStretch(1);
    return scrolled(content);
}

void ShopSettings::refresh()
{
    m_filling = true;
    const job::Shop& shop = m_context.session.shop().shop();
    const auto& w = m_context.workspace;
    m_people->setRowCount(static_cast<int>(shop.people.size()));
    for (int row = 0; row < m_people->rowCount(); ++row) {
        const job::Person& person = shop.people[static_cast<std::size_t>(row)];
        m_people->setItem(row, kName, new QTableWidgetItem(QString::fromStdString(person.name)));
        m_people->setItem(row, kHoursADay,
                          new QTableWidgetItem(person.hours ? w.number(units::Kind::Number, person.hours) : QString()));
        m_people->setItem(row, kDays, new QTableWidgetItem(daysText(person.workDays)));
    }
    m_days->setRowCount(static_cast<int>(shop.daysOff.size()));
    for (int row = 0; row < m_days->rowCount(); ++row) {
        const job::DaysOff& off = shop.daysOff[static_cast<std::size_t>(row)];
        int column = 0;
        for (const std::string* text : {&off.from, &off.to, &off.who, &off.why})
            m_days->setItem(row, column++, new QTableWidgetItem(QString::fromStdString(*text)));
    }
    for (const auto& [edit, member] : m_texts) {
        if (!edit->hasFocus())
            edit->setText(QString::fromStdString(shop.*member));
    }
    if (!m_rate->hasFocus())
        m_rate->setText(shop.rate ? w.number(units::Kind::Number, shop.rate) : QString());
    m_filling = false;
}

}  // namespace euryth::widgets
