// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <map>
#include <optional>
#include <vector>

#include <QImage>

#include "drawing/long_section_view.hpp"
#include "drawing/peel_view.hpp"
#include "drawing/runner_view.hpp"
#include "drawing/section_view.hpp"
#include "engine/engine_model.hpp"
#include "kit/canvas.hpp"

namespace euryth::widgets {

/// The chosen station's section.
class SectionCanvas : public SceneCanvas<std::optional<drawing::SectionScene>> {
    Q_OBJECT

public:
    enum class Shows { Sizes, Speeds, Cut, Plan };
    SectionCanvas(Context context, Shows shows, QWidget* parent = nullptr);

protected:
    [[nodiscard]] std::optional<drawing::SectionScene> makeScene() const override;
    void draw(QPainter& painter, const std::optional<drawing::SectionScene>& scene) override;
    void mousePressEvent(QMouseEvent* event) override;
    [[nodiscard]] QString readOff(QPointF at) const override;

private:
    [[nodiscard]] QRectF pictureArea() const;

    Shows m_shows;
};

/// Roof and floor lines with the probe's tip.
class LongSectionCanvas : public SceneCanvas<drawing::LongSectionScene> {
    Q_OBJECT

public:
    explicit LongSectionCanvas(Context context, QWidget* parent = nullptr);

protected:
    [[nodiscard]] drawing::LongSectionScene makeScene() const override;
    void draw(QPainter& painter, const drawing::LongSectionScene& scene) override;
    void mousePressEvent(QMouseEvent* event) override;
    [[nodiscard]] QString readOff(QPointF at) const override;
};

/// What lies behind a wall, in a word ("water").
QString nameOf(job::Neighbour neighbour);

/// The wall unrolled.
class PeelCanvas : public SceneCanvas<drawing::PeelScene> {
    Q_OBJECT

public:
    explicit PeelCanvas(Context context, QWidget* parent = nullptr);
    void setShows(drawing::PeelShows shows);
    /// A click chooses the sector too, up and down go round the wall, left and right along it, and what is typed is
    /// told.
    void setPicksPlaces();

signals:
    /// A place of the wall was clicked twice.
    void placeWanted(Length s, geometry::Sector sector);
    /// Somebody began to type a number for the chosen place.
    void typed(const QString& text);

protected:
    [[nodiscard]] drawing::PeelScene makeScene() const override;
    void draw(QPainter& painter, const drawing::PeelScene& scene) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    bool event(QEvent* event) override;
    [[nodiscard]] QString readOff(QPointF at) const override;

private:
    /// Number in the port of a finding that the picture shows, which are those with a place.
    [[nodiscard]] std::size_t placedPin(std::size_t shown) const;

    drawing::PeelShows m_shows = drawing::PeelShows::CutDepth;
    bool m_picks = false;
};

/// A probe set in small.
struct ProbeTile {
    std::size_t probe = 0;
    bool chosen = false;
    QString name;
    QString place;
    QString under;    ///< lift
    QString numbers;  ///< or that it is not read yet
    QImage speeds;    ///< null while it is not read
};

/// The port's probe sets side by side on one scale, in order along the runner; a click chooses one.
class ProbeStrip : public SceneCanvas<std::vector<ProbeTile>> {
    Q_OBJECT

public:
    explicit ProbeStrip(Context context, QWidget* parent = nullptr);

protected:
    [[nodiscard]] std::vector<ProbeTile> makeScene() const override;
    void draw(QPainter& painter, const std::vector<ProbeTile>& tiles) override;
    void mousePressEvent(QMouseEvent* event) override;

private:
    [[nodiscard]] std::vector<std::size_t> order() const;
    [[nodiscard]] ProbeTile tileOf(std::size_t probe) const;
    [[nodiscard]] QRectF tile(std::size_t place) const;
    void paintTile(QPainter& painter, const QRectF& box, const ProbeTile& tile) const;

    /// A picture, and all that it was made of.
    struct Kept {
        geometry::Section section;
        std::vector<double> numbers;
        QImage picture;
    };
    [[nodiscard]] QImage speedsOf(std::size_t probe) const;
    mutable std::map<std::size_t, Kept> m_kept;
};

}  // namespace euryth::widgets
