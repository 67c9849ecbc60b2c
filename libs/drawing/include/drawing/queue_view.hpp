// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include <QDate>
#include <QPainter>
#include <QString>

#include "drawing/theme.hpp"

namespace euryth::drawing {

/// A shop's queue over the days to come: a row for each job in the order of work. Hands at the own bench are bars, days
/// elsewhere are hatched, the promise is a flag, the range of the day on which it is ready a line with ends.
struct QueueScene {
    struct Bar {
        QDate from;
        QDate to;  ///< the last day
        bool outside = false;
    };
    struct Row {
        QString name;
        QString note;   ///< what is next, what it waits for
        QString dates;  ///< ready and promised
        std::vector<Bar> bars;
        std::optional<QDate> ready;
        std::optional<QDate> early;
        std::optional<QDate> late;
        std::optional<QDate> promised;
        bool isLate = false;
        bool isOpen = false;  ///< the job in the window
    };
    std::vector<Row> rows;
    QDate today;
    std::optional<std::size_t> chosen;
    std::optional<std::size_t> dropBefore;  ///< where a dragged row would go
    QString missing;
};

inline constexpr double kQueueRow = 40.0;   ///< height of a row
inline constexpr double kQueueHead = 26.0;  ///< of the days above

/// How high all rows are together, with the days above them.
double queueHeight(const QueueScene& scene);
void paintQueue(QPainter& painter, const Theme& theme, const QueueScene& scene, const QRectF& rect);

}  // namespace euryth::drawing
