// SPDX-License-Identifier: GPL-3.0-or-later
#include "kit/parts.hpp"

#include "app/language.hpp"

#include <QCoreApplication>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QStyle>

#include "kit/seen.hpp"
#include "units/units.hpp"

namespace euryth::widgets {

QString tr(const char* text) { return QCoreApplication::translate("Window", text); }

Panel::Panel(const QString& title, QWidget* parent) : QFrame(parent)
{
    setObjectName(QStringLiteral("panel"));
    m_title = new WrapLabel(this);  // without a parent it would come on screen as a window of its own
    setTitle(title);
    m_title->setFont(drawing::font(drawing::text::kNormal, true));
    m_note = new WrapLabel(this);
    m_note->setFont(drawing::font(drawing::text::kSecond));
    m_head = new QHBoxLayout;
    m_head->setSpacing(8);
    m_head->addWidget(m_title);
    m_head->addWidget(m_note);
    m_head->addStretch(1);
    m_body = new QVBoxLayout(this);
    m_body->setContentsMargins(12, 8, 12, 10);
    m_body->setSpacing(6);
    m_body->addLayout(m_head);
}

void Panel::setTitle(const QString& title)
{
    m_title->setText(title);
    m_title->setVisible(!title.isEmpty());
}

void Panel::addTool(QWidget* tool) { m_head->addWidget(tool); }

QLabel* quietLabel(const QString& text, QWidget* parent)
{
    auto* label = new WrapLabel(text, parent);
    label->setTextFormat(Qt::PlainText);  // names of ports and photos are no markup
    label->setFont(drawing::font(drawing::text::kSecond));
    setTone(label, Tone::Quiet);
    return label;
}

ShortLabel::ShortLabel(QWidget* parent) : QLabel(parent)
{
    setTextFormat(Qt::PlainText);
    setFont(drawing::font(drawing::text::kSecond));
    setTone(this, Tone::Quiet);
    setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
}

void ShortLabel::setWhole(const QString& text)
{
    m_whole = text;
    shorten();
}

void ShortLabel::resizeEvent(QResizeEvent* event)
{
    QLabel::resizeEvent(event);
    shorten();
}

void ShortLabel::shorten()
{
    const QString shown = fontMetrics().elidedText(m_whole, Qt::ElideRight, contentsRect().width());
    setText(shown);
    setToolTip(shown == m_whole ? QString() : m_whole.toHtmlEscaped());
}

void askForShownOnly(QStackedWidget* stack)
{
    const auto follow = [stack] {
        for (int i = 0; i < stack->count(); ++i) {
            const auto policy = i == stack->currentIndex() ? QSizePolicy::Preferred : QSizePolicy::Ignored;
            stack->widget(i)->setSizePolicy(policy, policy);
        }
    };
    QObject::connect(stack, &QStackedWidget::currentChanged, stack, follow);
    follow();
}

MessageLine::MessageLine(QWidget* parent) : WrapLabel(parent)
{
    setWordWrap(true);
    setTextFormat(Qt::PlainText);
    // However long a text is, the window keeps its width; all of it is in the tooltip.
    setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
    setFont(drawing::font(drawing::text::kSecond));
    setMinimumHeight(34);
    setAlignment(Qt::AlignLeft | Qt::AlignTop);
    refresh();
}

void MessageLine::setHint(const QString& hint)
{
    m_hint = hint;
    refresh();
}

void MessageLine::showError(const QString& text)
{
    m_error = text;
    refresh();
}

void MessageLine::clearError()
{
    m_error.clear();
    refresh();
}

void MessageLine::refresh()
{
    setTone(this, m_error.isEmpty() ? Tone::Quiet : Tone::Danger);
    constexpr int longest = 300;
    const QString text = m_error.isEmpty() ? m_hint : QStringLiteral("▲ ") + m_error;
    setText(text.size() > longest ? text.left(longest) + QStringLiteral("…") : text);
    setToolTip(text.size() > longest ? text.toHtmlEscaped() : QString());
}

namespace {

/// Where all was chosen, so that what is typed next takes its place, all stays chosen.
void showValue(QLineEdit& edit, const QString& text)
{
    const bool all = edit.hasFocus() && edit.hasSelectedText() && edit.selectedText() == edit.text();
    edit.setText(text);
    if (all)
        edit.selectAll();
}

}  // namespace

FieldEdit::FieldEdit(Context context, BindingSource source, QWidget* parent)
    : QWidget(parent),
      m_context(context),
      m_source(std::move(source)),
      m_label(quietLabel({})),
      m_edit(new QLineEdit),
      m_unit(quietLabel({})),
      m_reason(new WrapLabel),
      m_offer(new WrapLabel)
{
    m_edit->setAlignment(Qt::AlignRight);
    m_edit->setMinimumWidth(78);
    m_edit->setMaximumWidth(96);
    m_edit->installEventFilter(this);
    m_unit->setMinimumWidth(34);
    m_reason->setWordWrap(true);
    m_reason->setFont(drawing::font(drawing::text::kSecond));
    m_reason->setVisible(false);
    auto* row = new QHBoxLayout;
    row->setSpacing(6);
    row->addWidget(m_label, 1);
    row->addWidget(m_edit);
    row->addWidget(m_unit);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(1);
    column->addLayout(row);
    column->addWidget(m_reason);
    m_offer->setObjectName(QStringLiteral("usualOffer"));
    m_offer->setWordWrap(true);
    m_offer->setTextFormat(Qt::RichText);
    m_offer->setFont(drawing::font(drawing::text::kSecond));
    m_offer->setTextInteractionFlags(Qt::LinksAccessibleByMouse);
    m_offer->setFocusPolicy(Qt::NoFocus);
    m_offer->hide();
    connect(m_offer, &QLabel::linkActivated, this, &FieldEdit::takeUsual);
    column->addWidget(m_offer);
    connect(m_edit, &QLineEdit::editingFinished, this, &FieldEdit::commit);
    connect(m_edit, &QLineEdit::returnPressed, m_edit, &QLineEdit::selectAll);  // what is typed next is the next value
    connect(&context.look, &Look::changed, this, &FieldEdit::refresh);
    keepUpToDate(context, this, [this] { refresh(); });
}

void FieldEdit::refresh()
{
    const auto binding = m_source();
    setEnabled(binding.has_value());
    if (!binding) {
        m_edit->clear();
        m_edit->setPlaceholderText({});
        setRefused({});
        m_offer->hide();
        return;
    }
    const auto& units = m_context.workspace.displayUnits();
    const auto symbol = units::unitFor(binding->kind, units).symbol;
    m_label->setText(binding->label);
    m_edit->setAccessibleName(binding->label);
    m_unit->setText(QString::fromUtf8(symbol.data(), static_cast<qsizetype>(symbol.size())));
    m_edit->setToolTip(app::shown(binding->field.help()));
    m_edit->setPlaceholderText(binding->emptyText.isEmpty() ? tr("unknown") : binding->emptyText);
    showOffer(*binding);
    setTone(m_reason, Tone::Danger);
    const bool typing = m_edit->hasFocus() && m_edit->isModified();
    if (m_reason->text().isEmpty() && !typing)
        showValue(*m_edit, app::fieldText(*binding, m_context.workspace.job(), units));
}

/// What is usual is told while the hand is in an empty field; that a number is assumed, always.
void FieldEdit::showOffer(const app::FieldBinding& binding)
{
    const job::Job& job = m_context.workspace.job();
    const auto usual = app::usualOffer(binding, job, m_context.workspace.displayUnits());
    const bool assumed = usual && app::isAssumed(binding, job);
    const bool empty = usual && !binding.get(job);
    QFont font = m_edit->font();
    font.setItalic(assumed);
    m_edit->setFont(font);
    if (assumed)
        m_label->setText(tr("%1 (assumed)").arg(binding.label));
    const bool inHand = m_edit->hasFocus();
    m_offer->setVisible(inHand && (assumed || empty));
    if (m_offer->isHidden())
        return;
    const QString text =
        assumed ? tr("assumed: %1. Type what you measure, or <a href='usual'>say that it is measured</a> "
                     "(Ctrl+Shift+U).")
                : tr("usual: %1 (%2). <a href='usual'>Take it</a> as assumed (Ctrl+Shift+U).").arg(usual->value);
    m_offer->setText(text.arg(usual->why.toHtmlEscaped()));
}

void FieldEdit::takeUsual()
{
    if (const auto binding = m_source(); binding && !m_edit->isModified())
        setRefused(app::takeUsual(m_context.workspace.document(), *binding));
}

void FieldEdit::commit()
{
    const auto binding = m_source();
    if (!binding || !m_edit->isModified())
        return;
    m_edit->setModified(false);
    auto& workspace = m_context.workspace;
    const QString reason = app::commit(workspace.document(), *binding, m_edit->text(), workspace.displayUnits());
    setRefused(reason);
    refresh();
}

void FieldEdit::setRefused(const QString& reason)
{
    m_reason->setText(reason);
    m_reason->setVisible(!reason.isEmpty());
    m_edit->setProperty("refused", !reason.isEmpty());
    m_edit->style()->unpolish(m_edit);
    m_edit->style()->polish(m_edit);
}

bool FieldEdit::eventFilter(QObject* watched, QEvent* event)
{
    if (event->type() == QEvent::KeyPress && static_cast<QKeyEvent*>(event)->key() == Qt::Key_Escape) {
        m_edit->setModified(false);
        setRefused({});
        refresh();
        m_edit->selectAll();
        return true;
    }
    // At once, not by a queued call: keys that were typed ahead would be in the field by then, and be selected away.
    if (event->type() == QEvent::FocusIn || event->type() == QEvent::FocusOut)
        QMetaObject::invokeMethod(this, &FieldEdit::refresh, Qt::QueuedConnection);  // the focus has moved by then
    if (event->type() == QEvent::FocusIn) {
        m_selectOnRelease = static_cast<QFocusEvent*>(event)->reason() == Qt::MouseFocusReason;
        if (!m_selectOnRelease)
            m_edit->selectAll();
    }
    if (event->type() == QEvent::KeyPress)
        m_selectOnRelease = false;
    const bool handled = QWidget::eventFilter(watched, event);
    if (event->type() == QEvent::MouseButtonRelease && m_selectOnRelease) {
        m_selectOnRelease = false;
        m_edit->selectAll();
        return true;
    }
    return handled;
}

TextEdit::TextEdit(Context context, Source source, QWidget* parent)
    : QWidget(parent),
      m_context(context),
      m_source(std::move(source)),
      m_edit(new QLineEdit),
      m_reason(new WrapLabel)
{
    m_edit->setToolTip(m_source.tip);
    m_edit->setAccessibleName(m_source.label);
    m_reason->setWordWrap(true);
    m_reason->setFont(drawing::font(drawing::text::kSecond));
    m_reason->hide();
    auto* row = new QHBoxLayout;
    row->setSpacing(6);
    row->addWidget(quietLabel(m_source.label));
    row->addWidget(m_edit, 1);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(1);
    column->addLayout(row);
    column->addWidget(m_reason);
    connect(m_edit, &QLineEdit::editingFinished, this, &TextEdit::commit);
    keepUpToDate(context, this, [this] { refresh(); });
}

void TextEdit::refresh()
{
    if (m_edit->hasFocus() && m_edit->isModified())
        return;
    if (!m_reason->text().isEmpty())
        return;
    showValue(*m_edit, m_source.get());
    if (!m_edit->hasFocus())
        m_edit->setCursorPosition(0);  // a text longer than its field shows how it begins
}

void TextEdit::commit()
{
    if (!m_edit->isModified())
        return;
    m_edit->setModified(false);
    const QString reason = m_source.set(m_edit->text().trimmed());
    m_reason->setText(reason);
    m_reason->setVisible(!reason.isEmpty());
    setTone(m_reason, Tone::Danger);
    refresh();
}

}  // namespace euryth::widgets
