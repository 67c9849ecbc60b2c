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
    QString missing;            ///< instead of all of them
    double highest = 0;         ///< lift, m
    std::vector<double> lifts;  ///< that the chosen test was read at, m
};

inline QString spokenOf(const FlowPicture& picture) { return drawing::spokenOf(picture.charts); }

/// Flow against lift of all tests of the chosen port, the chosen one strongest, with what they may be off; under it the
/// change from the first to the last that may be compared, and the swirl where it was read. Or the coefficients. The
/// pointer, or the left and right keys, read off; the wheel, or + and -, look nearer; 0 or a double click shows all.
class FlowCanvas : public SceneCanvas<FlowPicture> {
public:
    enum class Shows { Flow, Coefficients };
    FlowCanvas(Context context, std::function<std::optional<std::size_t>()> test);
    void setShows(Shows shows);
    /// The lift at which all lines are read off; nothing where none is.
    [[nodiscard]] std::optional<double> readAt() const { return m_readAt; }
    /// The lifts in sight; nothing where all are.
    [[nodiscard]] const std::optional<std::pair<double, double>>& inSight() const { return m_inSight; }

    void lookAtAll() override { showAll(); }

protected:
    [[nodiscard]] bool canLookNearer() const override { return false; }
    [[nodiscard]] FlowPicture makeScene() const override;
    void draw(QPainter& painter, const FlowPicture& picture) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void leaveEvent(QEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    void addFlow(const job::Port& port, const std::vector<proving::FlowSums>& tests, FlowPicture& picture) const;
    void addCoefficients(const job::Port& port, const std::vector<proving::FlowSums>& tests,
                         FlowPicture& picture) const;
    void addSwirl(const job::Port& port, const std::vector<proving::FlowSums>& tests, FlowPicture& picture) const;
    void read(std::optional<double> lift);
    void stepReading(int by);
    void zoom(double factor, double about);
    void showAll();
    [[nodiscard]] double liftAt(double pixel) const;

    std::function<std::optional<std::size_t>()> m_test;
    Shows m_shows = Shows::Flow;
    std::optional<double> m_readAt;
    std::optional<std::pair<double, double>> m_inSight;
};

/// "F2, after cut": a test as lists and curves name it.
QString testName(const job::FlowTest& test);

}  // namespace euryth::widgets
