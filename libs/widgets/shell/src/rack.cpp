// SPDX-License-Identifier: GPL-3.0-or-later
#include "shell/rack.hpp"

#include <algorithm>

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

#include "app/rack_summary.hpp"

namespace euryth::widgets {

namespace {

constexpr double kFull = 92.0;    // name, number, meaning, marks
constexpr double kMiddle = 62.0;  // name and number, marks
constexpr double kLow = 24.0;     // name and number in one line
constexpr double kGap = 8.0;
constexpr double kTop = 34.0;
constexpr double kBranchIndent = 12.0;

}  // namespace

Rack::Rack(Context context, QWidget* parent) : Canvas(context, parent)
{
    setObjectName(QStringLiteral("rack"));
    setFixedWidth(148);
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("Ports of the head"));
    setToolTip(
        tr("The ports. Click one, or use Alt+Up and Alt+Down. The four marks are Survey, Shape, Probe and Cut: "
           "empty, half done, done."));
}

double Rack::tileHeight() const
{
    const double count = std::max<double>(1.0, static_cast<double>(workspace().job().ports.size()));
    return std::clamp((area().height() - kTop) / count - kGap, kLow, kFull);
}

QRectF Rack::tile(std::size_t port) const
{
    const double height = tileHeight();
    const double gap = height < kMiddle ? std::min(kGap, 4.0) : kGap;
    const double indent = workspace().job().ports[port].isBranch() ? kBranchIndent : 0.0;
    return {8.0 + indent, kTop + static_cast<double>(port) * (height + gap), area().width() - 16.0 - indent, height};
}

void Rack::paintMarks(QPainter& painter, const app::RackSummary& summary, const QRectF& line) const
{
    const double step = (line.width() + 4.0) / static_cast<double>(summary.stages.size());
    for (std::size_t i = 0; i < summary.stages.size(); ++i) {
        const QRectF mark(line.left() + step * static_cast<double>(i), line.top(), step - 4.0, line.height());
        painter.setPen(QPen(theme().ink2, 1.0));
        painter.drawRect(mark);
        if (summary.stages[i] == app::Progress::Empty)
            continue;
        const double share = summary.stages[i] == app::Progress::Done ? 1.0 : 0.5;
        painter.fillRect(QRectF(mark.left(), mark.top(), mark.width() * share, mark.height()), theme().now);
    }
}

void Rack::paintTile(QPainter& painter, std::size_t port) const
{
    const app::RackSummary summary = app::rackSummary(workspace(), port);
    const bool chosen = workspace().portIndex() == port;
    const QRectF box = tile(port);
    const bool full = box.height() >= kFull - 1.0;
    const bool marks = box.height() >= kMiddle - 14.0;
    painter.setPen(QPen(chosen ? theme().now : theme().line, chosen ? 2.0 : 1.0));
    painter.setBrush(chosen ? theme().panel : theme().ground);
    painter.drawRoundedRect(box, 4, 4);
    painter.setBrush(Qt::NoBrush);
    const QRectF inside = box.adjusted(10, full ? 7 : 4, -10, full ? -8 : -5);
    const bool danger = summary.openCalls > 0 && summary.worst == calls::Severity::Danger;
    painter.setPen(theme().ink);
    painter.setFont(drawing::font(full ? drawing::text::kName : drawing::text::kNormal, true));
    painter.drawText(inside, Qt::AlignLeft | (marks ? Qt::AlignTop : Qt::AlignVCenter),
                     (danger && !full ? QStringLiteral("▼ ") : QString()) + summary.id);
    if (full && summary.openCalls > 0) {
        painter.setFont(drawing::font(drawing::text::kSecond));
        painter.setPen(danger ? theme().danger : theme().ink2);
        painter.drawText(inside.adjusted(0, 3, 0, 0), Qt::AlignRight | Qt::AlignTop,
                         (danger ? QStringLiteral("▼ ") : QString()) +
                             (summary.openCalls == 1 ? tr("1 call") : tr("%1 calls").arg(summary.openCalls)));
    }
    painter.setPen(theme().ink);
    if (full) {
        painter.setFont(drawing::font(15, true));
        painter.drawText(inside.adjusted(0, 22, 0, 0), Qt::AlignLeft | Qt::AlignTop, summary.number);
        painter.setPen(theme().ink2);
        painter.setFont(drawing::font(drawing::text::kSecond));
        painter.drawText(inside.adjusted(0, 42, 0, 0), Qt::AlignLeft | Qt::AlignTop, summary.meaning);
    } else {
        painter.setFont(drawing::font(drawing::text::kSecond));
        painter.drawText(inside, Qt::AlignRight | (marks ? Qt::AlignTop : Qt::AlignVCenter), summary.number);
    }
    if (marks)
        paintMarks(painter, summary, {inside.left(), inside.bottom() - 8.0, inside.width(), 8.0});
}

void Rack::paintEvent(QPaintEvent*)
{
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setFont(drawing::font(drawing::text::kNormal, true));
    painter.setPen(theme().ink);
    painter.drawText(QRectF(14, 8, width() - 20, 20), Qt::AlignLeft | Qt::AlignVCenter, tr("Ports"));
    for (std::size_t i = 0; i < workspace().job().ports.size(); ++i)
        paintTile(painter, i);
}

void Rack::mousePressEvent(QMouseEvent* event)
{
    for (std::size_t i = 0; i < workspace().job().ports.size(); ++i) {
        if (tile(i).contains(event->position()))
            workspace().choosePort(i);
    }
}

void Rack::keyPressEvent(QKeyEvent* event)
{
    if (event->key() == Qt::Key_Up || event->key() == Qt::Key_Down)
        workspace().stepPort(event->key() == Qt::Key_Up ? -1 : 1);
    else
        Canvas::keyPressEvent(event);
}

}  // namespace euryth::widgets
