// SPDX-License-Identifier: GPL-3.0-or-later
#include "shell/settings_dialog.hpp"

#include <QCheckBox>
#include <QComboBox>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QHeaderView>
#include <QKeySequenceEdit>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QSpinBox>
#include <QTabWidget>
#include <QTableWidget>

#include "kit/parts.hpp"
#include "units/format.hpp"
#include "words/catalogue.hpp"

namespace euryth::widgets {

namespace {

using units::Kind;

QString qt(std::string_view text) { return QString::fromUtf8(text.data(), static_cast<qsizetype>(text.size())); }

/// What a kind looks like in the units chosen.
QString example(Kind kind, const units::DisplayUnits& units)
{
    // About what is met in a port, in SI.
    constexpr std::array<double, units::kKinds> usual{0.0345, 0.087,  0.00105,  85.3e-6, 1.25e-6, 0.7854, 92.4, 6971.0,
                                                      0.1018, 293.15, 101325.0, 733.0,   0.0123,  0.905,  0.62, 9.0};
    return QString::fromStdString(units::formatWithUnit(kind, usual.at(static_cast<std::size_t>(kind)), units));
}

/// What a kind is called in a list.
QString nameInList(Kind kind)
{
    const QStringList names{
        SettingsDialog::tr("lengths"),      SettingsDialog::tr("along the runner"), SettingsDialog::tr("areas"),
        SettingsDialog::tr("volumes"),      SettingsDialog::tr("small volumes"),    SettingsDialog::tr("angles"),
        SettingsDialog::tr("speeds"),       SettingsDialog::tr("depressions"),      SettingsDialog::tr("flows"),
        SettingsDialog::tr("temperatures"), SettingsDialog::tr("air pressures"),    SettingsDialog::tr("rotation"),
        SettingsDialog::tr("torques"),      SettingsDialog::tr("shares"),           SettingsDialog::tr("plain numbers"),
        SettingsDialog::tr("counts")};
    return names.at(static_cast<int>(kind));
}

/// Kinds that one can choose something of.
bool hasChoice(Kind kind) { return kind != Kind::Count && kind != Kind::Rotation; }

QIcon scaleIcon(drawing::SpeedColours colours)
{
    QPixmap picture(64, 14);
    QPainter painter(&picture);
    for (int x = 0; x < picture.width(); ++x) {
        painter.setPen(drawing::colourOf(static_cast<double>(x) / (picture.width() - 1), colours));
        painter.drawLine(x, 0, x, picture.height());
    }
    return picture;
}

}  // namespace

SettingsDialog::SettingsDialog(app::Preferences preferences, const SettingsChoices& choices, QWidget* parent)
    : QDialog(parent),
      m_preferences(std::move(preferences)),
      m_commands(choices.commands)
{
    setObjectName(QStringLiteral("settingsDialog"));
    setWindowTitle(tr("Settings"));
    resize(640, 560);
    auto* tabs = new QTabWidget;
    tabs->setObjectName(QStringLiteral("settingsTabs"));
    tabs->addTab(makeUnits(), tr("&Units"));
    tabs->addTab(makeLook(), tr("&Look"));
    tabs->addTab(makeHabits(choices), tr("&Habits"));
    tabs->addTab(makeKeys(choices), tr("&Keys"));
    auto* column = new QVBoxLayout(this);
    column->addWidget(tabs);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel);
    m_ok = buttons->button(QDialogButtonBox::Ok);
    connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    column->addWidget(buttons);
    showClashes();
}

QWidget* SettingsDialog::makeUnits()
{
    auto* page = new QWidget;
    auto* column = new QVBoxLayout(page);
    m_system = new QComboBox;
    m_system->setObjectName(QStringLiteral("settingsSystem"));
    m_system->setAccessibleName(tr("Unit system"));
    m_system->addItems({tr("metric"), tr("inch")});
    m_system->setCurrentIndex(static_cast<int>(m_preferences.units.system));
    auto* form = new QFormLayout;
    form->addRow(tr("System (Ctrl+U changes it too)"), m_system);
    column->addLayout(form);
    column->addWidget(quietLabel(tr("In this system these are shown otherwise. Any unit can be typed anywhere.")));
    m_units = new QTableWidget(0, 4);
    m_units->setObjectName(QStringLiteral("settingsUnits"));
    m_units->setAccessibleName(tr("Units and digits of each quantity"));
    m_units->setHorizontalHeaderLabels({tr("Quantity"), tr("Unit"), tr("Digits"), tr("Looks like")});
    m_units->verticalHeader()->hide();
    m_units->horizontalHeader()->setSectionResizeMode(QHeaderView::Stretch);
    column->addWidget(m_units, 1);
    connect(m_system, &QComboBox::currentIndexChanged, this, [this](int i) {
        m_preferences.units.system = static_cast<units::System>(i);
        fillUnits();
    });
    fillUnits();
    return page;
}

void SettingsDialog::fillUnits()
{
    m_filling = true;
    m_units->setRowCount(0);
    for (std::size_t i = 0; i < units::kKinds; ++i) {
        const auto kind = static_cast<Kind>(i);
        if (!hasChoice(kind))
            continue;
        const int row = m_units->rowCount();
        m_units->insertRow(row);
        const QString name = nameInList(kind);
        auto* head = new QTableWidgetItem(name);
        head->setData(Qt::UserRole, static_cast<int>(i));
        head->setFlags(Qt::ItemIsEnabled);
        m_units->setItem(row, 0, head);
        units::DisplayUnits usual = m_preferences.units;
        units::ownOf(usual, kind) = {};
        auto* unit = new QComboBox;
        unit->setAccessibleName(tr("Unit of %1").arg(name));
        unit->addItem(tr("usual: %1").arg(qt(units::unitFor(kind, usual).symbol)));
        for (const units::Unit& choice : units::unitsOf(kind))
            unit->addItem(qt(choice.symbol));
        const units::Shown& own = units::ownOf(m_preferences.units, kind);
        unit->setCurrentIndex(own.unit + 1);
        auto* digits = new QComboBox;
        digits->setAccessibleName(tr("Digits of %1").arg(name));
        digits->addItem(tr("usual"));
        for (int d = 0; d <= units::kMostDecimals; ++d)
            digits->addItem(QString::number(d));
        digits->setCurrentIndex(own.decimals + 1);
        m_units->setCellWidget(row, 1, unit);
        m_units->setCellWidget(row, 2, digits);
        auto* looks = new QTableWidgetItem(example(kind, m_preferences.units));
        looks->setFlags(Qt::ItemIsEnabled);
        m_units->setItem(row, 3, looks);
        for (QComboBox* box : {unit, digits})
            connect(box, &QComboBox::currentIndexChanged, this, &SettingsDialog::takeUnits);
    }
    m_filling = false;
}

void SettingsDialog::takeUnits()
{
    if (m_filling)
        return;
    for (int row = 0; row < m_units->rowCount(); ++row) {
        const auto kind = static_cast<Kind>(m_units->item(row, 0)->data(Qt::UserRole).toInt());
        units::Shown& own = units::ownOf(m_preferences.units, kind);
        own.unit = static_cast<QComboBox*>(m_units->cellWidget(row, 1))->currentIndex() - 1;
        own.decimals = static_cast<QComboBox*>(m_units->cellWidget(row, 2))->currentIndex() - 1;
        m_units->item(row, 3)->setText(example(kind, m_preferences.units));
    }
}

QWidget* SettingsDialog::makeLook()
{
    auto* page = new QWidget;
    auto* form = new QFormLayout(page);
    m_style = new QComboBox;
    m_style->setObjectName(QStringLiteral("settingsStyle"));
    m_style->addItems({tr("light"), tr("dark")});
    m_style->setCurrentIndex(m_preferences.dark ? 1 : 0);
    m_size = new QSpinBox;
    m_size->setObjectName(QStringLiteral("settingsSize"));
    m_size->setRange(app::Preferences::kLeastSize, app::Preferences::kMostSize);
    m_size->setSingleStep(10);
    m_size->setSuffix(QStringLiteral(" %"));
    m_size->setValue(m_preferences.size);
    m_big = new QCheckBox(tr("what is typed can be read from two metres (Ctrl+B)"));
    m_big->setChecked(m_preferences.bigDigits);
    m_colours = new QComboBox;
    m_colours->setObjectName(QStringLiteral("settingsColours"));
    m_colours->setIconSize(QSize(64, 14));
    const QStringList names{tr("blue to yellow"), tr("black to white"), tr("violet to green")};
    for (const drawing::SpeedColours colours : drawing::kSpeedColours)
        m_colours->addItem(scaleIcon(colours), names[static_cast<int>(colours)]);
    m_colours->setCurrentIndex(std::clamp(m_preferences.speedColours, 0, m_colours->count() - 1));
    form->addRow(tr("Style"), m_style);
    form->addRow(tr("Letters and all else, from the next start on"), m_size);
    form->addRow(tr("Big digits"), m_big);
    form->addRow(tr("Speeds from slow to fast"), m_colours);
    auto* note =
        quietLabel(tr("Each of these scales gets evenly lighter, so that it can be read without colour vision. "
                      "Nothing in Euryth moves or blinks by itself."));
    note->setWordWrap(true);
    form->addRow(note);
    return page;
}

QWidget* SettingsDialog::makeHabits(const SettingsChoices& choices)
{
    auto* page = new QWidget;
    auto* form = new QFormLayout(page);
    m_stage = new QComboBox;
    m_stage->setObjectName(QStringLiteral("settingsStage"));
    m_stage->addItem(tr("where I was"), QString());
    for (const StageInfo& stage : choices.stages)
        m_stage->addItem(stageName(stage).remove(QLatin1Char('&')), qt(stage.id.key));
    m_stage->setCurrentIndex(std::max(0, m_stage->findData(m_preferences.firstStage)));
    m_save = new QSpinBox;
    m_save->setObjectName(QStringLiteral("settingsSave"));
    m_save->setRange(0, 60);
    m_save->setSuffix(tr(" min"));
    m_save->setSpecialValueText(tr("never"));
    m_save->setValue(m_preferences.saveEvery);
    m_language = new QComboBox;
    m_language->setObjectName(QStringLiteral("settingsLanguage"));
    for (const std::string& language : words::Catalogue::languages())
        m_language->addItem(QString::fromStdString(language));
    m_language->setCurrentIndex(std::max(0, m_language->findText(m_preferences.language)));
    form->addRow(tr("A job opens at"), m_stage);
    form->addRow(tr("Save by itself every"), m_save);
    form->addRow(tr("Language, from the next start on"), m_language);
    auto* note =
        quietLabel(tr("Every change is kept for recovery at once, whatever is chosen here. The lift step of flow "
                      "tests and all other limits are house rules (Shape): they belong to the job."));
    note->setWordWrap(true);
    form->addRow(note);
    return page;
}

QWidget* SettingsDialog::makeKeys(const SettingsChoices& choices)
{
    auto* page = new QWidget;
    auto* column = new QVBoxLayout(page);
    m_keys = new QTableWidget(static_cast<int>(choices.commands.size()), 2);
    m_keys->setObjectName(QStringLiteral("settingsKeys"));
    m_keys->setAccessibleName(tr("Shortcuts"));
    m_keys->setHorizontalHeaderLabels({tr("Command"), tr("Keys")});
    m_keys->verticalHeader()->hide();
    m_keys->horizontalHeader()->setSectionResizeMode(0, QHeaderView::Stretch);
    m_keys->setColumnWidth(1, 190);
    int row = 0;
    for (const Command& command : choices.commands) {
        const QString name = commandText(command).remove(QLatin1Char('&'));
        auto* head = new QTableWidgetItem(name);
        head->setToolTip(commandHelp(command));
        head->setFlags(Qt::ItemIsEnabled);
        m_keys->setItem(row, 0, head);
        const auto own = m_preferences.keys.find(qt(command.id.key));
        const QString keys = own == m_preferences.keys.end() ? QString::fromLatin1(command.shortcut) : own->second;
        auto* edit = new QKeySequenceEdit(QKeySequence(keys, QKeySequence::PortableText));
        edit->setAccessibleName(tr("Keys of %1").arg(name));
        m_keys->setCellWidget(row++, 1, edit);
        connect(edit, &QKeySequenceEdit::keySequenceChanged, this, &SettingsDialog::showClashes);
    }
    m_clash = new WrapLabel;
    m_clash->setObjectName(QStringLiteral("settingsClash"));
    m_clash->setWordWrap(true);
    setTone(m_clash, Tone::Danger);
    auto* usual = new QPushButton(tr("All as they were made"));
    usual->setObjectName(QStringLiteral("settingsUsualKeys"));
    connect(usual, &QPushButton::clicked, this, [this] {
        for (int i = 0; i < m_keys->rowCount(); ++i)
            static_cast<QKeySequenceEdit*>(m_keys->cellWidget(i, 1))
                ->setKeySequence(QKeySequence(QString::fromLatin1(m_commands[static_cast<std::size_t>(i)].shortcut),
                                              QKeySequence::PortableText));
    });
    column->addWidget(m_keys, 1);
    column->addWidget(m_clash);
    column->addWidget(usual, 0, Qt::AlignLeft);
    return page;
}

void SettingsDialog::showClashes()
{
    if (!m_ok || !m_keys)
        return;
    std::map<QString, QString> taken;
    QStringList clashes;
    for (int row = 0; row < m_keys->rowCount(); ++row) {
        const auto keys = static_cast<QKeySequenceEdit*>(m_keys->cellWidget(row, 1))->keySequence();
        if (keys.isEmpty())
            continue;
        const QString name = m_keys->item(row, 0)->text();
        const auto [other, isNew] = taken.emplace(keys.toString(QKeySequence::PortableText), name);
        if (!isNew)
            clashes << tr("%1 is both \"%2\" and \"%3\".")
                           .arg(keys.toString(QKeySequence::NativeText), other->second, name);
    }
    m_clash->setText(clashes.join(QLatin1Char('\n')));
    m_ok->setEnabled(clashes.isEmpty());
}

app::Preferences SettingsDialog::preferences() const
{
    app::Preferences p = m_preferences;
    p.dark = m_style->currentIndex() == 1;
    p.size = m_size->value();
    p.bigDigits = m_big->isChecked();
    p.speedColours = m_colours->currentIndex();
    p.firstStage = m_stage->currentData().toString();
    p.saveEvery = m_save->value();
    p.language = m_language->currentText();
    p.keys.clear();
    for (int row = 0; row < m_keys->rowCount(); ++row) {
        const Command& command = m_commands[static_cast<std::size_t>(row)];
        const QString keys = static_cast<QKeySequenceEdit*>(m_keys->cellWidget(row, 1))
                                 ->keySequence()
                                 .toString(QKeySequence::PortableText);
        if (QKeySequence(keys) != QKeySequence(QString::fromLatin1(command.shortcut), QKeySequence::PortableText))
            p.keys[qt(command.id.key)] = keys;
    }
    return p;
}

}  // namespace euryth::widgets
