// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>

#include "app/session.hpp"
#include "drawing/scale.hpp"
#include "drawing/theme.hpp"

class QApplication;

namespace euryth::widgets {

/// The style in use; everything that paints follows it.
class Look : public QObject {
    Q_OBJECT

public:
    using QObject::QObject;
    [[nodiscard]] const drawing::Theme& theme() const { return drawing::theme(m_style); }
    [[nodiscard]] drawing::Style style() const { return m_style; }
    /// Changes the style of the whole application.
    void setStyle(drawing::Style style);
    /// Big digits: entry that can be read from two metres.
    [[nodiscard]] bool bigDigits() const { return m_bigDigits; }
    void setBigDigits(bool big);
    /// Which even scale speeds are coloured by.
    void setSpeedColours(drawing::SpeedColours colours);
    /// Applies the style in use to the application's palette, fonts and style sheet.
    void apply();

signals:
    void changed();

private:
    drawing::Style m_style = drawing::Style::Paper;
    bool m_bigDigits = false;
    bool m_applied = false;
};

/// How a text is meant; its colour follows the style.
enum class Tone { Plain, Quiet, Warning, Danger };
void setTone(QWidget* label, Tone tone);

/// What every part of the window works with.
struct Context {
    app::Session& session;
    Look& look;
    app::Workspace& workspace = session.workspace();
};

}  // namespace euryth::widgets
