// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include <QMarginsF>
#include <QPainter>
#include <QString>

#include <QStringList>

#include "calls/calls.hpp"
#include "drawing/pin_tag.hpp"
#include "drawing/scale.hpp"
#include "drawing/theme.hpp"
#include "job/job.hpp"
#include "units/units.hpp"

namespace euryth::drawing {

/// What the pictures along the runner (ribbon, area curve, peel) show, prepared once per change. SI units.
struct RunnerScene {
    struct Station {
        double s = 0.0;
        double area = 0.0;  ///< net
        std::optional<double> plan;
        std::optional<double> suggested;
        std::optional<double> reachable;
        std::optional<double> afterCut;
        QString name;  ///< window, pinch, ... or empty
        bool sum =
            false;  ///< not a station but the branches of a common runner together; it cannot be chosen or planned
    };
    struct Mark {
        double s = 0.0;
        calls::Severity severity = calls::Severity::Note;
    };
    /// A stretch that goes small, big, small.
    struct Bulge {
        double from = 0.0;
        double at = 0.0;
        double to = 0.0;
        double excess = 0.0;   ///< share of area
        bool planned = false;  ///< in the plan; else in the port as it is
    };
    /// A plan that has been put aside.
    struct OtherPlan {
        QString name;
        std::vector<std::pair<double, double>> areas;  ///< at s
    };
    std::vector<Bulge> bulges;
    std::vector<OtherPlan> others;
    QStringList handleLines;  ///< what is told beside the chosen station's handle
    std::vector<Station> stations;
    std::vector<geometry::AreaAt> curve;  ///< many points of the interpolated area, for drawing
    std::vector<Mark> marks;              ///< open calls that belong to a place
    struct Pin {
        double s = 0.0;
        PinTag tag;
    };
    std::vector<Pin> pins;  ///< findings with a place
    /// What was probed at a station: mean and highest ratio, for the ribbon.
    struct Probed {
        double s = 0.0;
        QString text;
    };
    std::vector<Probed> probed;
    std::optional<std::size_t> chosen;
    std::optional<double> wanted;  ///< area that the engine asks for
    QString missing;               ///< why there is nothing to draw
    units::DisplayUnits units;

    [[nodiscard]] bool empty() const { return stations.size() < 2; }
};

RunnerScene runnerScene(const job::Port& port, const analysis::PortAnalysis& analysis,
                        const std::vector<calls::Call>& calls, std::optional<std::size_t> chosen,
                        const units::DisplayUnits& units);

/// The areas at a place along the runner, between the stations: as the port is, and as it is planned; nothing beyond
/// its ends.
struct AreasAt {
    std::optional<double> now;
    std::optional<double> plan;
};
AreasAt areasAt(const RunnerScene& scene, double s);

/// Index of the station nearest to a pixel of the horizontal axis.
std::optional<std::size_t> stationAtPixel(const RunnerScene& scene, const AxisMap& x, double pixel);

/// The runner laid out straight: its width is the area, window at the left, valve at the right.
struct RibbonView {
    AxisMap x;
    explicit RibbonView(const RunnerScene& scene, const QRectF& rect);
    void paint(QPainter& painter, const Theme& theme, const RunnerScene& scene) const;

private:
    QRectF m_rect;
};

/// Round the plot of the area along the runner: what its axes and names take.
inline constexpr QMarginsF kAreaEdges{66.0, 48.0, 18.0, 46.0};

/// Area along the runner, with plan and limits.
struct AreaView {
    AxisMap x;
    AxisMap y;
    QRectF plot;
    AreaView(const RunnerScene& scene, const QRectF& rect);
    void paint(QPainter& painter, const Theme& theme, const RunnerScene& scene,
               std::optional<std::size_t> grabbed) const;
    /// The plan's handle under a point.
    [[nodiscard]] std::optional<std::size_t> handleAt(const RunnerScene& scene, QPointF p) const;
    [[nodiscard]] QPointF handle(const RunnerScene::Station& station) const;
};

/// Tells in one line what the lines of AreaView mean.
void paintAreaKey(QPainter& painter, const Theme& theme, QPointF at);

}  // namespace euryth::drawing
