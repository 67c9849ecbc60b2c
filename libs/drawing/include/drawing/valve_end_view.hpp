// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <optional>
#include <vector>

#include <QPainter>

#include "analysis/port_analysis.hpp"
#include "drawing/theme.hpp"
#include "geometry/long_section.hpp"
#include "job/job.hpp"
#include "units/units.hpp"

namespace euryth::drawing {

/// What of the valve end a hand can take hold of.
enum class EndHandle { Apex, Radius, Bowl, Throat };
inline constexpr std::array kEndHandles{EndHandle::Apex, EndHandle::Radius, EndHandle::Bowl, EndHandle::Throat};

/// A size as it is and as it is planned; nothing where it is not known.
struct EndSize {
    std::optional<Length> now;
    std::optional<Length> plan;
};

/// The valve end in the side view, to scale: turn, bowl, throat, seat and valve as they are and as planned, over the
/// deck. The frame is that of Pose; SI units.
struct ValveEndScene {
    struct Station {
        geometry::SidePoint roof;
        geometry::SidePoint floor;
        geometry::SidePoint plannedRoof;  ///< as far as the walls allow
        geometry::SidePoint plannedFloor;
        std::optional<geometry::SidePoint> floorOutside;  ///< where the wall behind the floor ends
    };
    std::vector<Station> stations;  ///< from a little before the turn to the throat
    double deck = 0.0;              ///< its height
    std::size_t apexAt = 0;
    std::size_t turnAt = 0;  ///< the middle of the turn
    std::size_t bowlAt = 0;
    Angle turn;
    EndSize apex;  ///< height over the deck
    EndSize radius;
    EndSize bowl;
    EndSize throat;
    std::optional<Length> valve;  ///< planned diameter
    std::optional<geometry::SeatStack> stack;
    Length scribeBelow;
    std::optional<EndHandle> chosen;  ///< by hand or key
    bool focused = false;
    bool notMet = false;  ///< the walls do not give all that is wished
    QString missing;
    units::DisplayUnits units;

    [[nodiscard]] bool empty() const { return stations.size() < 3; }
    [[nodiscard]] const EndSize& sizeOf(EndHandle handle) const;
};

/// The places of a port's valve end; sizes, seat and valve are for who knows the plan to fill in.
ValveEndScene valveEndScene(const job::Port& port, const analysis::PortAnalysis& analysis);

class ValveEndView {
public:
    ValveEndView(const ValveEndScene& scene, const QRectF& rect);
    void paint(QPainter& painter, const Theme& theme) const;
    /// Where a handle is; nothing for a size that is not known.
    [[nodiscard]] std::optional<QPointF> handle(EndHandle handle) const;
    [[nodiscard]] std::optional<EndHandle> handleAt(QPointF p) const;
    /// The size that a handle stands for where the hand is.
    [[nodiscard]] Length valueAt(EndHandle handle, QPointF p) const;

private:
    using Place = geometry::SidePoint;
    [[nodiscard]] QPointF toPixel(Place p) const;
    [[nodiscard]] Place toPlace(QPointF p) const;
    /// Beside the valve's axis: `into` the chamber from the throat's plane, `out` toward the roof's side.
    [[nodiscard]] Place besideAxis(double into, double out) const;
    void paintPassage(QPainter& painter, const Theme& theme) const;
    void paintSeat(QPainter& painter, const Theme& theme) const;
    void paintHandles(QPainter& painter, const Theme& theme) const;

    const ValveEndScene& m_scene;
    QRectF m_rect;
    double m_scale = 1.0;
    QPointF m_origin;
};

/// Name of a handle, as a porter says it.
QString nameOf(EndHandle handle);

}  // namespace euryth::drawing
