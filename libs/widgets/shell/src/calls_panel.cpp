// SPDX-License-Identifier: GPL-3.0-or-later
#include "shell/calls_panel.hpp"

#include <algorithm>

#include <QHBoxLayout>
#include <QScrollBar>

#include "app/edits.hpp"

namespace euryth::widgets {

namespace {

QPushButton* link(const QString& text)
{
    auto* button = new QPushButton(text);
    button->setProperty("link", true);
    button->setCursor(Qt::PointingHandCursor);
    return button;
}

QString severityWord(calls::Severity severity)
{
    switch (severity) {
    case calls::Severity::Danger: return CallsPanel::tr("▼ see to it");
    case calls::Severity::Warning: return CallsPanel::tr("■ look at it");
    case calls::Severity::Note: return CallsPanel::tr("○ note");
    }
    return {};
}

}  // namespace

CallsPanel::CallsPanel(Context context, QWidget* parent)
    : QWidget(parent),
      m_context(context),
      m_count(quietLabel({})),
      m_scroll(new QScrollArea)
{
    setObjectName(QStringLiteral("calls"));
    setFixedWidth(286);
    auto* title = new QLabel(tr("Calls"));
    title->setFont(drawing::font(drawing::text::kNormal, true));
    auto* head = new QHBoxLayout;
    head->setContentsMargins(0, 0, 8, 0);
    head->addWidget(title);
    head->addStretch(1);
    head->addWidget(m_count);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(4, 8, 2, 4);
    column->setSpacing(6);
    column->addLayout(head);
    column->addWidget(m_scroll, 1);
    m_scroll->setWidgetResizable(true);
    m_scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    m_scroll->setFrameShape(QFrame::NoFrame);
    for (const auto signal :
         {&app::Workspace::jobChanged, &app::Workspace::selectionChanged, &app::Workspace::unitsChanged,
          &app::Workspace::judgementsChanged, &app::Workspace::judged})
        connect(&context.workspace, signal, this, &CallsPanel::rebuild, Qt::QueuedConnection);
    connect(&context.look, &Look::changed, this, &CallsPanel::rebuild);
    auto* list = new QWidget;
    m_column = new QVBoxLayout(list);
    m_column->setContentsMargins(0, 0, 0, 0);
    m_column->setSpacing(8);
    m_instead = quietLabel({}, list);
    m_instead->setWordWrap(true);
    m_scroll->setWidget(list);
    rebuild();
}

QString CallsPanel::seenOf(const calls::Call& call) const
{
    const auto& workspace = m_context.workspace;
    QStringList seen{QString::fromStdString(call.key), QString::number(static_cast<int>(call.severity)),
                     QString::fromStdString(call.acceptedBecause.value_or(std::string())), workspace.text(call.title),
                     workspace.text(call.text)};
    // Where it leads, which no text tells.
    const auto number = [](const std::optional<std::size_t>& n) { return n ? QString::number(*n) : QString(); };
    seen << QString::number(call.s ? call.s->si() : -1.0) << number(call.probe) << number(call.point)
         << (call.sector ? QString::number(static_cast<int>(*call.sector)) : QString())
         << QString::number(call.workings.empty() ? 0 : 1) << QString::number(m_accepting == call.key ? 1 : 0);
    if (m_opened.contains(call.key)) {
        for (const Phrase& line : call.workings)
            seen << workspace.text(line);
    }
    return seen.join(QChar(0x1f));
}

QWidget* CallsPanel::cardOf(const calls::Call& call, std::vector<Card>& before)
{
    const QString seen = seenOf(call);
    const auto same = std::ranges::find(before, seen, &Card::seen);
    const bool asks = m_accepting == call.key;  // and wants the hand in its field again
    QWidget* widget = nullptr;
    if (same != before.end() && !asks) {
        widget = same->widget;
        before.erase(same);
    } else {
        widget = makeCard(call);
    }
    m_cards.push_back({seen, widget});
    return widget;
}

/// Cards that stay were made before those between them: whoever asks for all of them goes from the top down again.
void CallsPanel::putInOrder()
{
    for (const Card& card : m_cards)
        card.widget->raise();
}

void CallsPanel::rebuild()
{
    const int scrolled = m_scroll->verticalScrollBar()->value();
    const auto port = m_context.workspace.portIndex();
    int open = 0;
    int accepted = 0;
    const auto* calls = port ? m_context.workspace.callsNow(*port) : nullptr;
    // Cards that say the same as before stay what they are: laying texts out is what takes time here.
    std::vector<Card> before = std::exchange(m_cards, {});
    while (QLayoutItem* item = m_column->takeAt(0))
        delete item;
    if (calls) {
        for (const calls::Call& call : *calls) {
            ++(call.acceptedBecause ? accepted : open);
            m_column->addWidget(cardOf(call, before));
        }
    }
    for (const Card& gone : before)
        delete gone.widget;
    putInOrder();
    const bool judging = port && m_context.workspace.isJudging(*port);
    const QString& failure = m_context.workspace.judgingFailure();
    QString instead;
    if (!failure.isEmpty())
        instead = tr("The calls could not be worked out: %1").arg(failure);
    else if (open + accepted == 0)
        instead = judging ? tr("Looking at this port…") : tr("Nothing to say about this port.");
    m_instead->setText(instead);
    m_instead->setVisible(!instead.isEmpty());
    m_column->addWidget(m_instead);
    m_column->addStretch(1);
    // Until the new ones are there these are the calls from before.
    const QString count = accepted > 0 ? tr("%1 open, %2 accepted").arg(open).arg(accepted) : tr("%1 open").arg(open);
    m_count->setText(judging && calls ? count + QStringLiteral(" …") : count);
    m_scroll->verticalScrollBar()->setValue(scrolled);
}

QWidget* CallsPanel::makeCard(const calls::Call& call)
{
    auto& workspace = m_context.workspace;
    auto* card = new QFrame;
    card->setObjectName(QStringLiteral("card"));
    card->setProperty("severity", call.acceptedBecause ? 2 : static_cast<int>(call.severity));
    auto* column = new QVBoxLayout(card);
    column->setContentsMargins(8, 7, 1, 5);
    column->setSpacing(3);
    auto* mark = quietLabel(call.acceptedBecause ? tr("accepted") : severityWord(call.severity));
    if (!call.acceptedBecause && call.severity != calls::Severity::Note)
        setTone(mark, call.severity == calls::Severity::Danger ? Tone::Danger : Tone::Warning);
    column->addWidget(mark);
    auto* title = new QLabel(workspace.text(call.title));
    title->setFont(drawing::font(drawing::text::kNormal, true));
    title->setWordWrap(true);
    column->addWidget(title);
    auto* text = new QLabel(call.acceptedBecause ? tr("Because: %1").arg(QString::fromStdString(*call.acceptedBecause))
                                                 : workspace.text(call.text));
    text->setWordWrap(true);
    text->setTextInteractionFlags(Qt::TextSelectableByMouse);
    column->addWidget(text);
    if (m_opened.contains(call.key)) {
        for (const Phrase& line : call.workings) {
            auto* working = quietLabel(workspace.text(line));
            working->setWordWrap(true);
            working->setIndent(8);
            column->addWidget(working);
        }
    }
    column->addWidget(makeLinks(call, column));
    return card;
}

QWidget* CallsPanel::makeLinks(const calls::Call& call, QVBoxLayout* column)
{
    auto* row = new QWidget;
    auto* layout = new QHBoxLayout(row);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(2);
    if (call.s || call.probe) {
        auto* go = link(tr("Go there"));
        connect(go, &QPushButton::clicked, this, [this, call] { m_context.workspace.goTo(call); });
        layout->addWidget(go);
    }
    if (!call.workings.empty()) {
        auto* workings = link(m_opened.contains(call.key) ? tr("Hide") : tr("Workings"));
        connect(workings, &QPushButton::clicked, this, [this, key = call.key] {
            if (m_opened.erase(key) == 0)
                m_opened.insert(key);
            QMetaObject::invokeMethod(this, &CallsPanel::rebuild, Qt::QueuedConnection);
        });
        layout->addWidget(workings);
    }
    layout->addStretch(1);
    if (call.acceptedBecause) {
        auto* back = link(tr("Take back"));
        connect(back, &QPushButton::clicked, this, [this, call] { accept(call, {}); });
        layout->addWidget(back);
    } else if (m_accepting == call.key) {
        auto* reason = new QLineEdit(m_reason);
        reason->setObjectName(QStringLiteral("acceptReason"));
        reason->setPlaceholderText(tr("why? Enter accepts, Esc does not"));
        connect(reason, &QLineEdit::textEdited, this, [this](const QString& typed) { m_reason = typed; });
        connect(reason, &QLineEdit::returnPressed, this, [this, call, reason] {
            if (!reason->text().trimmed().isEmpty())
                accept(call, reason->text().trimmed());
        });
        column->addWidget(reason);
        QMetaObject::invokeMethod(reason, qOverload<>(&QLineEdit::setFocus), Qt::QueuedConnection);
        auto* never = link(tr("Cancel"));
        never->setShortcut(QKeySequence(Qt::Key_Escape));
        connect(never, &QPushButton::clicked, this, [this] {
            m_accepting.clear();
            QMetaObject::invokeMethod(this, &CallsPanel::rebuild, Qt::QueuedConnection);
        });
        layout->addWidget(never);
    } else {
        auto* acceptLink = link(tr("Accept…"));
        connect(acceptLink, &QPushButton::clicked, this, [this, key = call.key] {
            m_accepting = key;
            m_reason.clear();
            QMetaObject::invokeMethod(this, &CallsPanel::rebuild, Qt::QueuedConnection);
        });
        layout->addWidget(acceptLink);
    }
    return row;
}

void CallsPanel::accept(const calls::Call& call, const QString& reason)
{
    m_accepting.clear();
    const std::size_t port = *m_context.workspace.portIndex();
    m_context.workspace.document().apply(
        reason.isEmpty() ? tr("Take acceptance back") : tr("Accept a call"),
        [&](job::Job& job) { app::acceptCall(job.ports[port], call.key, reason.toStdString()); });
}

}  // namespace euryth::widgets
