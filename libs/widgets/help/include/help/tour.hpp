// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <memory>
#include <vector>

#include <QFrame>

#include "kit/commands.hpp"

class QLabel;
class QPushButton;

namespace euryth::widgets {

/// A step of the tour: what to look at, one thing to do, and how one sees that it is done.
struct TourStep {
    const char* title;  ///< texts of the context "Tour"
    const char* text;
    const char* target;  ///< object name of what it points at
    /// Brings the target on screen.
    std::function<void(Desk&)> go;
    /// True when it is done, from what was there when the step began; null for steps that are only looked at.
    std::function<bool(const job::Job& before, Desk&)> isDone;
};
/// From the first section to the customer's sheet, on the demo job.
std::vector<TourStep> tourSteps();

/// The tour over the window: a frame round what a step is about, and a card beside it. Nothing is blocked: one works in
/// the window as always, goes back, leaves, and takes it up again at the same step.
class Tour : public QFrame {
    Q_OBJECT

public:
    /// `kept` is told the step whenever it changes, and 0 at the end.
    Tour(Desk& desk, std::vector<TourStep> steps, std::function<void(int)> kept);
    ~Tour() override;
    void begin(int step);
    void next();
    void back();
    void leave();
    [[nodiscard]] bool isUnderWay() const { return isVisible(); }
    [[nodiscard]] int step() const { return m_step; }
    [[nodiscard]] bool isDone() const { return m_done; }

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    class Frame;
    void show();
    void look();
    void place();
    [[nodiscard]] QWidget* target() const;

    Desk& m_desk;
    std::vector<TourStep> m_steps;
    std::function<void(int)> m_kept;
    int m_step = 0;
    bool m_done = false;
    std::shared_ptr<const job::Job> m_before;
    Frame* m_frame;
    QLabel* m_count;
    QLabel* m_title;
    QLabel* m_text;
    QLabel* m_state;
    QPushButton* m_back;
    QPushButton* m_next;
};

}  // namespace euryth::widgets
