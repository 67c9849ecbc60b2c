// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QDialog>
#include <QImage>

#include "app/port_edits.hpp"
#include "kit/prompts.hpp"

class QCheckBox;
class QComboBox;
class QDialogButtonBox;
class QLabel;
class QLineEdit;
class QListWidget;
class QSpinBox;

namespace euryth::widgets {

/// The few questions of a new job.
class GuideDialog : public QDialog {
    Q_OBJECT

public:
    explicit GuideDialog(Context context, QWidget* parent = nullptr);
    [[nodiscard]] app::GuideAnswers answers() const;

private:
    void check();
    /// SI value of a field; `problem` is set where it cannot be read.
    std::optional<double> lengthIn(const QLineEdit* edit, QString& problem) const;

    Context m_context;
    QLineEdit* m_title;
    QSpinBox* m_cylinders;
    QComboBox* m_intake;
    QComboBox* m_exhaust;
    QComboBox* m_material;
    QLineEdit* m_bore;
    QLineEdit* m_stroke;
    QCheckBox* m_twoCastings;
    QLabel* m_problem;
    QDialogButtonBox* m_buttons;
};

class CopyDialog : public QDialog {
    Q_OBJECT

public:
    CopyDialog(const job::Job& job, std::size_t from, QWidget* parent = nullptr);
    [[nodiscard]] CopyRequest request() const;

private:
    void check();

    QListWidget* m_targets;
    QCheckBox* m_sections;
    QCheckBox* m_walls;
    QCheckBox* m_valve;
    QCheckBox* m_runner;
    QCheckBox* m_plan;
    QCheckBox* m_mirror;
    QDialogButtonBox* m_buttons;
};

/// The picture on which an outline is traced: two points give the scale, the others the wall.
class TraceCanvas : public QWidget {
    Q_OBJECT

public:
    TraceCanvas(Context context, QImage picture, QWidget* parent = nullptr);

    /// Points in pixels of the picture: the first two are the ends of the known length, the rest runs round the wall.
    [[nodiscard]] const std::vector<QPointF>& points() const { return m_points; }
    void takeBack();

signals:
    void changed();

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    [[nodiscard]] QRectF pictureRect() const;
    [[nodiscard]] QPointF toPicture(QPointF widget) const;
    [[nodiscard]] QPointF toWidget(QPointF picture) const;
    void addPoint(QPointF picture);

    Context m_context;
    QImage m_picture;
    std::vector<QPointF> m_points;
    QPointF m_hand;  ///< where the keys are, pixels of the picture
};

/// Traces an outline on a picture of a mould slice.
class TraceDialog : public QDialog {
    Q_OBJECT

public:
    TraceDialog(Context context, const QImage& picture, QWidget* parent = nullptr);
    /// The outline, centred, in metres; left and up as seen from the window toward the valve.
    [[nodiscard]] geometry::Outline outline() const;

private:
    void check();
    [[nodiscard]] double metresPerPixel() const;

    Context m_context;
    TraceCanvas* m_canvas;
    QLineEdit* m_length;
    QCheckBox* m_fromValve;
    QLabel* m_state;
    QDialogButtonBox* m_buttons;
};

}  // namespace euryth::widgets
