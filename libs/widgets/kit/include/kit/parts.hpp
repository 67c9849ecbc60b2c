// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>

#include <QFrame>
#include <QLineEdit>
#include <QPushButton>
#include <QStackedWidget>
#include <QVBoxLayout>
#include <QWidget>

#include "app/binding.hpp"
#include "kit/look.hpp"
#include "kit/wrap_label.hpp"

namespace euryth::widgets {

/// A text in the language of the window, for functions that are no member of a widget.
QString tr(const char* text);

/// A framed area with a title and room for controls at the title's right.
class Panel : public QFrame {
    Q_OBJECT

public:
    explicit Panel(const QString& title, QWidget* parent = nullptr);
    void setTitle(const QString& title);
    [[nodiscard]] QString title() const { return m_title->text(); }
    /// A second line of text beside the title.
    void setNote(const QString& note) { m_note->setText(note); }
    void addTool(QWidget* tool);
    [[nodiscard]] QVBoxLayout* body() const { return m_body; }

private:
    QLabel* m_title;
    QLabel* m_note;
    QHBoxLayout* m_head;
    QVBoxLayout* m_body;
};

/// A label in second ink.
QLabel* quietLabel(const QString& text, QWidget* parent = nullptr);

/// A label in second ink that never asks for room: what does not fit ends in dots, all of it is in the tooltip.
class ShortLabel : public QLabel {
    Q_OBJECT

public:
    explicit ShortLabel(QWidget* parent = nullptr);
    void setWhole(const QString& text);

protected:
    void resizeEvent(QResizeEvent* event) override;

private:
    void shorten();

    QString m_whole;
};

/// Lets a stack ask for no more room than its shown page needs.
void askForShownOnly(QStackedWidget* stack);

/// Text for what is refused, with a mark, or a quiet hint when nothing is.
class MessageLine : public WrapLabel {
    Q_OBJECT

public:
    explicit MessageLine(QWidget* parent = nullptr);
    void setHint(const QString& hint);
    void showError(const QString& text);
    void clearError();
    [[nodiscard]] bool hasError() const { return !m_error.isEmpty(); }

private:
    void refresh();

    QString m_hint;
    QString m_error;
};

/// One number with its label and unit. What cannot be read stays as typed, marked, with the reason under it.
class FieldEdit : public QWidget {
    Q_OBJECT

public:
    /// `binding` is asked for anew at each refresh, so that it can follow what is chosen; nothing disables the field.
    using BindingSource = std::function<std::optional<app::FieldBinding>()>;
    FieldEdit(Context context, BindingSource source, QWidget* parent = nullptr);

    [[nodiscard]] QLineEdit* edit() const { return m_edit; }
    [[nodiscard]] QString reason() const { return m_reason->text(); }
    /// What it edits now; nothing while it is off.
    [[nodiscard]] std::optional<app::FieldBinding> binding() const { return m_source(); }
    /// Takes the usual value into an empty field; of one that was taken it says that it is measured.
    void takeUsual();

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void refresh();
    void commit();
    void setRefused(const QString& reason);
    void showOffer(const app::FieldBinding& binding);

    Context m_context;
    BindingSource m_source;
    QLabel* m_label;
    QLineEdit* m_edit;
    QLabel* m_unit;
    QLabel* m_reason;
    QLabel* m_offer;                 ///< what is usual, while the hand is in the field
    bool m_selectOnRelease = false;  ///< of the mouse that has brought the hand here
};

/// One text of the job with its label; committed like a number, as one undo step.
class TextEdit : public QWidget {
    Q_OBJECT

public:
    /// Reads and writes the text; a source that is null disables the field.
    struct Source {
        QString label;
        QString tip;
        std::function<QString()> get;
        std::function<QString(const QString&)> set;  ///< returns what is wrong, or an empty text
    };
    TextEdit(Context context, Source source, QWidget* parent = nullptr);
    [[nodiscard]] QLineEdit* edit() const { return m_edit; }

private:
    void refresh();
    void commit();

    Context m_context;
    Source m_source;
    QLineEdit* m_edit;
    QLabel* m_reason;
};

}  // namespace euryth::widgets
