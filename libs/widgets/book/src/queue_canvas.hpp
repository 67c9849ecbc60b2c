// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "drawing/queue_view.hpp"
#include "kit/canvas.hpp"

namespace euryth::widgets {

/// The queue drawn over the days to come. Up and down choose a job, Enter opens it, Shift with up and down (or the
/// mouse) put it before another.
class QueueCanvas : public Canvas {
    Q_OBJECT

public:
    explicit QueueCanvas(Context context);
    /// Looks at the shop again.
    void refresh();
    [[nodiscard]] const drawing::QueueScene& scene() const { return m_scene; }

signals:
    void opened(std::size_t row);
    void moved(std::size_t row, std::size_t before);
    void rowShown(QRect row);

protected:
    [[nodiscard]] bool canLookNearer() const override { return false; }
    void paintEvent(QPaintEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    bool event(QEvent* event) override;

private:
    [[nodiscard]] std::optional<std::size_t> rowAt(QPointF at) const;
    [[nodiscard]] std::size_t gapAt(QPointF at) const;
    void choose(std::size_t row);
    void move(std::size_t row, std::size_t before);

    Context m_context;
    drawing::QueueScene m_scene;
    std::optional<std::size_t> m_grabbed;
    QPointF m_grabbedAt;
};

}  // namespace euryth::widgets
