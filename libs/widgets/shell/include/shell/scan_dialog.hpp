// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <memory>

#include <QDialog>

#include "app/background.hpp"
#include "drawing/scan_view.hpp"
#include "kit/canvas.hpp"
#include "kit/prompts.hpp"
#include "scan/port_scan.hpp"

class QCheckBox;
class QComboBox;
class QDialogButtonBox;
class QLabel;

namespace euryth::widgets {

/// A sliced scan, and which of its slices become stations; one of them is in the hand.
class ScanPicks : public QObject {
    Q_OBJECT

public:
    using QObject::QObject;
    [[nodiscard]] const scan::PortScan* scan() const { return m_scan.get(); }
    [[nodiscard]] const std::vector<std::size_t>& chosen() const { return m_chosen; }
    [[nodiscard]] std::size_t hand() const { return m_hand; }
    /// The slice in the hand; there must be a scan.
    [[nodiscard]] const scan::Slice& slice() const { return m_scan->slices[m_chosen[m_hand]]; }

    void setScan(std::shared_ptr<const scan::PortScan> scan, double miss);
    /// Stations where the area turns, until the curve through them is off by no more than a share.
    void propose(double miss);
    /// Takes the station before or after into the hand.
    void stepHand(int by);
    void takeInHand(std::size_t station);
    /// Moves the station in the hand, never past its neighbours.
    void moveTo(std::size_t slice);
    void moveBy(int slices);
    /// A station half way to the next one (or the one before, at the end), in the hand.
    void add();
    void addAt(std::size_t slice);
    /// Takes the station in the hand away; two always stay.
    void remove();

signals:
    void changed();

private:
    std::shared_ptr<const scan::PortScan> m_scan;
    std::vector<std::size_t> m_chosen;
    std::size_t m_hand = 0;
};

/// The scan from its side, with its planes. A station is dragged, or moved by Left and Right (Shift: by five slices);
/// Up and Down take the next one into the hand, Insert adds one, Delete takes it away.
class ScanCanvas : public SceneCanvas<drawing::ScanScene> {
    Q_OBJECT

public:
    ScanCanvas(Context context, ScanPicks& picks, QWidget* parent = nullptr);

protected:
    [[nodiscard]] drawing::ScanScene makeScene() const override;
    void draw(QPainter& painter, const drawing::ScanScene& scene) override;
    [[nodiscard]] QString spoken() const override;
    [[nodiscard]] QString readOff(QPointF at) const override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    ScanPicks& m_picks;
    bool m_dragging = false;
};

/// Stations out of a scan: it is read and cut beside the window, stations are proposed, and moved before they are
/// taken.
class ScanDialog : public QDialog {
    Q_OBJECT

public:
    ScanDialog(Context context, const QString& path, QWidget* parent = nullptr);
    [[nodiscard]] std::vector<job::Station> stations() const;
    [[nodiscard]] bool usable() const { return m_picks.scan() != nullptr; }
    [[nodiscard]] ScanPicks& picks() { return m_picks; }
    /// Until the scan is cut.
    void finish();

private:
    void begin();
    void follow();
    [[nodiscard]] double miss() const;
    QWidget* makeChoices();

    Context m_context;
    QString m_path;
    QString m_problem;
    ScanPicks m_picks;
    app::Background m_work;
    QComboBox* m_unit;
    QComboBox* m_miss;
    QCheckBox* m_otherWay;
    QLabel* m_state;
    QDialogButtonBox* m_buttons;
};

}  // namespace euryth::widgets
