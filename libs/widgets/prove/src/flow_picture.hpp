// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "drawing/engine_view.hpp"
#include "kit/canvas.hpp"
#include "proving/flow_difference.hpp"

namespace euryth::widgets {

/// What the picture shows: charts under each other on one axis of lift, each with its share of the height.
struct FlowPicture {
    std::vector<drawing::ChartScene> charts;
    std::vector<double> shares;
    QString missing;  ///< instead of all of them
};

/// Flow against lift of all tests of the chosen port, the chosen one strongest, with what they may be off; under it the
/// change from the first to the last that may be compared, and the swirl where it was read.
class FlowCanvas : public SceneCanvas<FlowPicture> {
public:
    FlowCanvas(Context context, std::function<std::optional<std::size_t>()> test);
    /// Copies what is drawn.
    void copyPicture();

protected:
    [[nodiscard]] FlowPicture makeScene() const override;
    void draw(QPainter& painter, const FlowPicture& picture) override;

private:
    std::function<std::optional<std::size_t>()> m_test;
};

/// "F2, after cut": a test as lists and curves name it.
QString testName(const job::FlowTest& test);

}  // namespace euryth::widgets
