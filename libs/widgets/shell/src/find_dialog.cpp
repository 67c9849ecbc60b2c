// SPDX-License-Identifier: GPL-3.0-or-later
#include "shell/find_dialog.hpp"

#include <algorithm>
#include <set>

#include <QAction>
#include <QKeyEvent>
#include <QLineEdit>
#include <QListWidget>
#include <QVBoxLayout>

#include "analysis/port_analysis.hpp"
#include "app/language.hpp"
#include "help/handbook.hpp"
#include "kit/parts.hpp"
#include "shell/main_window.hpp"

namespace euryth::widgets {

namespace {

void addPorts(app::Workspace& w, std::vector<FindItem>& items)
{
    for (std::size_t i = 0; i < w.job().ports.size(); ++i) {
        const job::Port& port = w.job().ports[i];
        items.push_back({QString::fromStdString(port.isBranch() ? job::branchName(port) : port.id),
                         FindDialog::tr("port"), [&w, i] { w.choosePort(i); }});
    }
    for (std::size_t i = 0; w.port() && i < w.port()->stations.size(); ++i) {
        const QString name = w.text(analysis::stationName(w.analysisNow(), *w.port(), i));
        const QString at = w.text(units::Kind::Position, w.port()->stations[i].s.si());
        items.push_back({FindDialog::tr("Station %1 %2, %3").arg(i + 1).arg(name, at), FindDialog::tr("station"),
                         [&w, i] { w.chooseStation(i); }});
    }
    const auto* calls = w.portIndex() ? w.callsNow(*w.portIndex()) : nullptr;
    for (std::size_t i = 0; calls && i < calls->size(); ++i)
        items.push_back(
            {w.text((*calls)[i].title), FindDialog::tr("call"), [&w, call = (*calls)[i]] { w.goTo(call); }});
}

void addViews(MainWindow& window, std::vector<FindItem>& items)
{
    for (std::size_t i = 0; i < window.stages().size(); ++i) {
        const StageInfo& stage = window.stages()[i];
        const QString name = stageName(stage).remove(QLatin1Char('&'));
        const QStringList views = window.pageOf(i).views();
        if (views.isEmpty())
            items.push_back({name, FindDialog::tr("view"), [&window, id = stage.id] { window.showStage(id); }});
        for (int v = 0; v < views.size(); ++v)
            items.push_back({name + QStringLiteral(": ") + views[v], FindDialog::tr("view"),
                             [&window, id = stage.id, v] { window.showView(id, v); }});
    }
}

void addCommands(const Commands& commands, std::vector<FindItem>& items)
{
    for (const Command& command : commands.all()) {
        QAction* action = commands.action(command.id);
        if (!action->isEnabled())
            continue;
        const QString keys = action->shortcut().toString(QKeySequence::NativeText);
        const QString name = commandText(command).remove(QLatin1Char('&')).remove(QStringLiteral("…"));
        items.push_back({keys.isEmpty() ? name : name + QStringLiteral("  ") + keys, FindDialog::tr("command"),
                         [action] { action->trigger(); }});
    }
}

void addFields(MainWindow& window, std::vector<FindItem>& items)
{
    std::set<std::string> seen;
    for (const auto* field : window.findChildren<FieldEdit*>()) {
        const auto binding = field->binding();
        if (!binding || !seen.insert(std::string(binding->field.id)).second)
            continue;
        items.push_back({app::shown(binding->field.label()), FindDialog::tr("field"),
                         [&window, id = std::string(binding->field.id)] { window.putHandInto(id); }});
    }
}

void addHandbook(MainWindow& window, std::vector<FindItem>& items)
{
    const Handbook& book = Handbook::shipped();
    for (std::size_t c = 0; c < book.chapters().size(); ++c) {
        for (std::size_t s = 0; s < book.chapters()[c].sections.size(); ++s)
            items.push_back({book.at({c, s}).title, FindDialog::tr("handbook"),
                             [&window, c, s] {
                                 window.showHandbook({c, s});
                             },
                             true});
    }
}

}  // namespace

std::vector<FindItem> everythingIn(MainWindow& window)
{
    std::vector<FindItem> items;
    addPorts(window.workspace(), items);
    addViews(window, items);
    addCommands(window.commands(), items);
    addFields(window, items);
    addHandbook(window, items);
    return items;
}

FindDialog::FindDialog(std::vector<FindItem> items, QWidget* parent)
    : QDialog(parent),
      m_items(std::move(items)),
      m_words(new QLineEdit),
      m_list(new QListWidget)
{
    setObjectName(QStringLiteral("findDialog"));
    setWindowTitle(tr("Go to"));
    resize(560, 420);
    m_words->setObjectName(QStringLiteral("findWords"));
    m_words->setPlaceholderText(tr("Port, station, call, view, command, field: some letters of its name"));
    m_words->setAccessibleName(m_words->placeholderText());
    m_words->installEventFilter(this);
    m_list->setObjectName(QStringLiteral("findList"));
    m_list->setAccessibleName(tr("What was found"));
    m_list->setFocusPolicy(Qt::NoFocus);
    auto* column = new QVBoxLayout(this);
    column->addWidget(m_words);
    column->addWidget(m_list, 1);
    connect(m_words, &QLineEdit::textChanged, this, &FindDialog::filter);
    connect(m_words, &QLineEdit::returnPressed, this, &FindDialog::take);
    connect(m_list, &QListWidget::itemClicked, this, &FindDialog::take);
    filter();
}

void FindDialog::filter()
{
    const QStringList words = m_words->text().simplified().split(QLatin1Char(' '), Qt::SkipEmptyParts);
    m_shown.clear();
    for (const FindItem& item : m_items) {
        const bool all = std::ranges::all_of(words, [&](const QString& word) {
            return item.name.contains(word, Qt::CaseInsensitive) || item.kind.startsWith(word, Qt::CaseInsensitive);
        });
        if (all)
            m_shown.push_back(&item);
    }
    // What begins with it comes first: "i2" is the port, before all that has these letters somewhere.
    const QString first = words.isEmpty() ? QString() : words.front();
    std::ranges::stable_sort(m_shown, {}, [&](const FindItem* item) {
        return std::pair(item->comesLast, !item->name.startsWith(first, Qt::CaseInsensitive));
    });
    m_list->clear();
    for (const FindItem* item : m_shown)
        m_list->addItem(QStringLiteral("%1   (%2)").arg(item->name, item->kind));
    if (m_shown.empty())
        m_list->addItem(tr("Nothing has that name."));
    m_list->setCurrentRow(0);
}

void FindDialog::take()
{
    const int row = m_list->currentRow();
    if (row < 0 || static_cast<std::size_t>(row) >= m_shown.size())
        return;
    m_chosen = m_shown[static_cast<std::size_t>(row)];
    accept();
}

bool FindDialog::eventFilter(QObject* watched, QEvent* event)
{
    if (event->type() == QEvent::KeyPress) {
        const auto* key = static_cast<QKeyEvent*>(event);
        constexpr int page = 10;
        const int by = key->key() == Qt::Key_Down       ? 1
                       : key->key() == Qt::Key_Up       ? -1
                       : key->key() == Qt::Key_PageDown ? page
                       : key->key() == Qt::Key_PageUp   ? -page
                                                        : 0;
        if (by != 0) {
            m_list->setCurrentRow(std::clamp(m_list->currentRow() + by, 0, m_list->count() - 1));
            return true;
        }
    }
    return QDialog::eventFilter(watched, event);
}

}  // namespace euryth::widgets
