// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>

#include "drawing/long_section_view.hpp"
#include "drawing/peel_view.hpp"
#include "drawing/runner_view.hpp"
#include "drawing/section_view.hpp"
#include "engine/engine_model.hpp"
#include "kit/parts.hpp"

namespace euryth::widgets {

/// The chosen station's section.
class SectionCanvas : public Canvas {
    Q_OBJECT

public:
    enum class Shows { Sizes, Speeds, Cut, Plan };
    SectionCanvas(Context context, Shows shows, QWidget* parent = nullptr);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;

private:
    [[nodiscard]] std::optional<drawing::SectionScene> scene() const;
    [[nodiscard]] QRectF pictureArea() const;

    Shows m_shows;
};

/// Roof and floor lines with the probe's tip.
class LongSectionCanvas : public Canvas {
    Q_OBJECT

public:
    explicit LongSectionCanvas(Context context, QWidget* parent = nullptr);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;

private:
    [[nodiscard]] drawing::LongSectionScene scene() const;
};

/// The wall unrolled.
class PeelCanvas : public Canvas {
    Q_OBJECT

public:
    explicit PeelCanvas(Context context, QWidget* parent = nullptr);
    void setShows(drawing::PeelShows shows);
    [[nodiscard]] drawing::PeelScene scene() const;

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    bool event(QEvent* event) override;

private:
    drawing::PeelShows m_shows = drawing::PeelShows::CutDepth;
};

/// The port's probe sets side by side on one scale, in order along the runner; a click chooses one.
class ProbeStrip : public Canvas {
    Q_OBJECT

public:
    explicit ProbeStrip(Context context, QWidget* parent = nullptr);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;

private:
    [[nodiscard]] std::vector<std::size_t> order() const;
    [[nodiscard]] QRectF tile(std::size_t place) const;
    void paintTile(QPainter& painter, const QRectF& box, std::size_t probe) const;
};

}  // namespace euryth::widgets
