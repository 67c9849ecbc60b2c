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
    auto* title = new WrapLabel(tr("Calls"));
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
    m_column->addWidget(m_instead);
    m_column->addStretch(1);
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

void CallsPanel::keepCards(const std::vector<calls::Call>& calls)
{
    QStringList seen;
    for (const calls::Call& call : calls)
        seen << seenOf(call);
    // Those that say the same as before stay what they are, down to the first that does not: laying texts out is what
    // takes time here, and cards that are made in their order are gone through in it by Tab.
    std::size_t same = 0;
    while (same < m_cards.size() && same < calls.size() && m_cards[same].seen == seen[static_cast<qsizetype>(same)] &&
           calls[same].key != m_accepting)
        ++same;
    for (std::size_t i = same; i < m_cards.size(); ++i)
        delete m_cards[i].widget;
    m_cards.resize(same);
    for (std::size_t i = same; i < calls.size(); ++i) {
        m_cards.push_back({seen[static_cast<qsizetype>(i)], makeCard(calls[i])});
        m_column->insertWidget(static_cast<int>(i), m_cards.back().widget);
    }
}

void CallsPanel::rebuild()
{
    const int scrolled = m_scroll->verticalScrollBar()->value();
    const auto port = m_context.workspace.portIndex();
    static const std::vector<calls::Call> none;
    const auto* calls = port ? m_context.workspace.callsNow(*port) : nullptr;
    keepCards(calls ? *calls : none);
    const auto accepted = std::ranges::count_if(
        calls ? *calls : none, [](const calls::Call& call) { return call.acceptedBecause.has_value(); });
    const auto open = std::ssize(m_cards) - accepted;
    const bool judging = port && m_context.workspace.isJudging(*port);
    const QString& failure = m_context.workspace.judgingFailure();
    QString instead;
    if (!failure.isEmpty())
        instead = tr("The calls could not be worked out: %1").arg(failure);
    else if (m_cards.empty())
        instead = judging ? tr("Looking at this port…") : tr("Nothing to say about this port.");
    m_instead->setText(instead);
    m_instead->setVisible(!instead.isEmpty());
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
    auto* title = new WrapLabel(workspace.text(call.title));
    title->setFont(drawing::font(drawing::text::kNormal, true));
    title->setWordWrap(true);
    column->addWidget(title);
    auto* text =
        new WrapLabel(call.acceptedBecause ? tr("Because: %1").arg(QString::fromStdString(*call.acceptedBecause))
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
