// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QPixmap>

#include "kit/canvas.hpp"

namespace euryth::widgets {

/// A picture as large as the widget, with zoom and pan by wheel, mouse and keys.
class PictureCanvas : public Canvas {
    Q_OBJECT

public:
    PictureCanvas(Context context, const char* name);
    void setPicture(const QString& path, int quarterTurns, const QString& caption);
    [[nodiscard]] double zoom() const { return m_zoom; }
    [[nodiscard]] const QPixmap& picture() const { return m_picture; }

    void lookAtAll() override { reset(); }

signals:
    void turned();  ///< somebody wants it turned by a quarter

protected:
    [[nodiscard]] bool canLookNearer() const override { return false; }
    [[nodiscard]] QString spoken() const override { return m_caption; }
    void paintEvent(QPaintEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    void zoomAt(QPointF at, double factor);
    void reset();
    [[nodiscard]] double fit() const;

    Context m_context;
    QString m_path;
    int m_turns = 0;
    QString m_caption;
    QString m_why;
    QPixmap m_picture;
    double m_zoom = 1.0;
    QPointF m_middle;  ///< of the picture, in its pixels, at the widget's middle
    QPointF m_grabbed;
};

}  // namespace euryth::widgets
