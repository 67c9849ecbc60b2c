// SPDX-License-Identifier: GPL-3.0-or-later
#include "widgets/rack.hpp"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

#include "app/rack_summary.hpp"

namespace euryth::widgets {

namespace {

constexpr double kTileHeight = 92.0;
constexpr double kGap = 8.0;
constexpr double kTop = 34.0;

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

QRectF Rack::tile(std::size_t port) const
{
    return {8.0, kTop + static_cast<double>(port) * (kTileHeight + kGap), area().width() - 16.0, kTileHeight};
}

void Rack::paintTile(QPainter& painter, std::size_t port) const
{
    const app::RackSummary summary = app::rackSummary(workspace(), port);
    const bool chosen = workspace().portIndex() == port;
    const QRectF box = tile(port);
    painter.setPen(QPen(chosen ? theme().now : theme().line, chosen ? 2.0 : 1.0));
    painter.setBrush(chosen ? theme().panel : theme().ground);
    painter.drawRoundedRect(box, 4, 4);
    painter.setBrush(Qt::NoBrush);
    const QRectF inside = box.adjusted(10, 7, -10, -8);
    painter.setPen(theme().ink);
    painter.setFont(drawing::font(drawing::text::kName, true));
    painter.drawText(inside, Qt::AlignLeft | Qt::AlignTop, summary.id);
    if (summary.openCalls > 0) {
        painter.setFont(drawing::font(drawing::text::kSecond));
        painter.setPen(summary.worst == judgement::Severity::Danger ? theme().danger : theme().ink2);
        const QString mark = summary.worst == judgement::Severity::Danger ? QStringLiteral("▼ ") : QString();
        painter.drawText(inside.adjusted(0, 3, 0, 0), Qt::AlignRight | Qt::AlignTop,
                         mark + (summary.openCalls == 1 ? tr("1 call") : tr("%1 calls").arg(summary.openCalls)));
    }
    painter.setPen(theme().ink);
    painter.setFont(drawing::font(15, true));
    painter.drawText(inside.adjusted(0, 22, 0, 0), Qt::AlignLeft | Qt::AlignTop, summary.number);
    painter.setPen(theme().ink2);
    painter.setFont(drawing::font(drawing::text::kSecond));
    painter.drawText(inside.adjusted(0, 42, 0, 0), Qt::AlignLeft | Qt::AlignTop, summary.meaning);
    const double step = (inside.width() + 4.0) / static_cast<double>(summary.stages.size());
    for (std::size_t i = 0; i < summary.stages.size(); ++i) {
        const QRectF mark(inside.left() + step * static_cast<double>(i), inside.bottom() - 8.0, step - 4.0, 8.0);
        painter.setPen(QPen(theme().ink2, 1.0));
        painter.drawRect(mark);
        if (summary.stages[i] == app::Progress::Empty)
            continue;
        const double share = summary.stages[i] == app::Progress::Done ? 1.0 : 0.5;
        painter.fillRect(QRectF(mark.left(), mark.top(), mark.width() * share, mark.height()), theme().now);
    }
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
