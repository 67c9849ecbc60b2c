// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include <QPainter>

#include "analysis/port_analysis.hpp"
#include "drawing/theme.hpp"
#include "geometry/long_section.hpp"
#include "job/job.hpp"
#include "units/units.hpp"

namespace euryth::drawing {

/// The port seen from its right side: roof and floor lines from window to valve, with the probe's tip. SI units.
struct LongSectionScene {
    struct Station {
        geometry::SideCut cut;
        geometry::SidePoint roofOutside;  ///< outer face of the roof's wall, where it is known
        geometry::SidePoint floorOutside;
        bool roofWall = false;
        bool floorWall = false;
        bool probed = false;
        QString name;
    };
    std::vector<Station> stations;
    std::optional<std::size_t> chosen;
    std::optional<geometry::SidePoint> tip;  ///< the chosen reading, projected
    bool airEnters = true;                   ///< at the window, as in an intake port
    QString missing;
};

LongSectionScene longSectionScene(const job::Port& port, const analysis::PortAnalysis& analysis,
                                  std::optional<std::size_t> chosen, const job::Reading* tip,
                                  const units::DisplayUnits& units = {});

class LongSectionView {
public:
    LongSectionView(const LongSectionScene& scene, const QRectF& rect);
    void paint(QPainter& painter, const Theme& theme) const;
    [[nodiscard]] std::optional<std::size_t> stationAt(QPointF p) const;
    [[nodiscard]] geometry::SidePoint toSide(QPointF p) const;

private:
    [[nodiscard]] QPointF toPixel(geometry::SidePoint p) const;

    const LongSectionScene& m_scene;
    QRectF m_rect;
    double m_scale = 1.0;
    QPointF m_origin;
};

}  // namespace euryth::drawing
