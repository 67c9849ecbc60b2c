// SPDX-License-Identifier: GPL-3.0-or-later
#include "shell/rack.hpp"

#include <algorithm>

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

#include "units/format.hpp"

namespace euryth::widgets {

namespace {

constexpr double kFull = 92.0;    // name, number, meaning, marks
constexpr double kMiddle = 62.0;  // name and number, marks
constexpr double kLow = 24.0;     // name and number in one line
constexpr double kGap = 8.0;
constexpr double kTop = 34.0;
constexpr double kBranchIndent = 12.0;

/// The calls of a port that nobody has accepted.
struct OpenCalls {
    int count = 0;
    calls::Severity worst = calls::Severity::Note;
};

OpenCalls openCallsOf(const app::Workspace& workspace, std::size_t port)
{
    OpenCalls open;
    const auto* calls = workspace.callsNow(port);
    if (!calls)
        return open;
    for (const calls::Call& call : *calls) {
        if (call.acceptedBecause)
            continue;
        ++open.count;
        open.worst = std::min(open.worst, call.severity);
    }
    return open;
}

}  // namespace

QString spokenOf(const std::vector<RackTile>& tiles)
{
    QStringList parts;
    for (const RackTile& tile : tiles) {
        QString text = Rack::tr("%1, %2 %3, %4 open calls")
                           .arg(tile.name, tile.headline.meaning, tile.headline.number)
                           .arg(tile.calls);
        if (tile.danger)
            text += Rack::tr(", see to it");
        if (tile.chosen)
            parts.prepend(Rack::tr("chosen: %1").arg(text));
        else
            parts << text;
    }
    return parts.join(QStringLiteral("; "));
}

Rack::Rack(Context context, const std::vector<StageInfo>& stages, QWidget* parent)
    : SceneCanvas(context, parent),
      m_stages(stages)
{
    setObjectName(QStringLiteral("rack"));
    setFixedWidth(148);
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("Ports of the head"));
    connect(&context.workspace, &app::Workspace::judged, this, &Canvas::outdate);
    QStringList names;
    for (const StageInfo& stage : m_stages)
        names << stageName(stage).remove(QLatin1Char('&'));
    setToolTip(tr("The ports. Click one, or use Alt+Up and Alt+Down. The marks are the stages (%1): empty, half done, "
                  "done.")
                   .arg(names.join(QStringLiteral(", "))));
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

void Rack::paintMarks(QPainter& painter, const RackTile& tile, const QRectF& line) const
{
    const double step = (line.width() + 4.0) / static_cast<double>(m_stages.size());
    for (std::size_t i = 0; i < m_stages.size(); ++i) {
        const QRectF mark(line.left() + step * static_cast<double>(i), line.top(), step - 4.0, line.height());
        painter.setPen(QPen(theme().ink2, 1.0));
        painter.drawRect(mark);
        const Progress progress = tile.progress[i];
        if (progress == Progress::Empty)
            continue;
        const double share = progress == Progress::Done ? 1.0 : 0.5;
        painter.fillRect(QRectF(mark.left(), mark.top(), mark.width() * share, mark.height()), theme().now);
    }
}

Headline Rack::headlineOf(std::size_t port) const
{
    const auto now = std::ranges::find(m_stages, workspace().stage(), &StageInfo::id);
    if (now != m_stages.end()) {
        if (auto headline = now->headline(workspace(), port))
            return std::move(*headline);
    }
    return {QString::fromUtf8(units::kUnknownText),
            workspace().job().ports[port].stations.empty() ? tr("not measured") : tr("not known yet")};
}

std::vector<RackTile> Rack::makeScene() const
{
    std::vector<RackTile> tiles;
    for (std::size_t i = 0; i < workspace().job().ports.size(); ++i) {
        const job::Port& port = workspace().job().ports[i];
        const OpenCalls open = openCallsOf(workspace(), i);
        RackTile& tile = tiles.emplace_back();
        tile.name = QString::fromStdString(port.isBranch() ? job::branchName(port) : port.id);
        tile.chosen = workspace().portIndex() == i;
        tile.danger = open.count > 0 && open.worst == calls::Severity::Danger;
        tile.calls = open.count;
        tile.headline = headlineOf(i);
        for (const StageInfo& stage : m_stages)
            tile.progress.push_back(stage.progress(workspace(), i));
    }
    return tiles;
}

void Rack::paintTile(QPainter& painter, const RackTile& tile, const QRectF& box) const
{
    const bool full = box.height() >= kFull - 1.0;
    const bool marks = box.height() >= kMiddle - 14.0;
    painter.setPen(QPen(tile.chosen ? theme().now : theme().line, tile.chosen ? 2.0 : 1.0));
    painter.setBrush(tile.chosen ? theme().panel : theme().ground);
    painter.drawRoundedRect(box, 4, 4);
    painter.setBrush(Qt::NoBrush);
    const QRectF inside = box.adjusted(10, full ? 7 : 4, -10, full ? -8 : -5);
    painter.setPen(theme().ink);
    painter.setFont(drawing::font(full ? drawing::text::kName : drawing::text::kNormal, true));
    const QString name = (tile.danger && !full ? QStringLiteral("▼ ") : QString()) + tile.name;
    const int nameWide = painter.fontMetrics().horizontalAdvance(name);
    painter.drawText(inside, Qt::AlignLeft | (marks ? Qt::AlignTop : Qt::AlignVCenter), name);
    if (full && tile.calls > 0) {
        painter.setFont(drawing::font(drawing::text::kSecond));
        painter.setPen(tile.danger ? theme().danger : theme().ink2);
        painter.drawText(inside.adjusted(0, 3, 0, 0), Qt::AlignRight | Qt::AlignTop,
                         (tile.danger ? QStringLiteral("▼ ") : QString()) +
                             (tile.calls == 1 ? tr("1 call") : tr("%1 calls").arg(tile.calls)));
    }
    painter.setPen(theme().ink);
    if (full) {
        painter.setFont(drawing::font(15, true));
        painter.drawText(inside.adjusted(0, 22, 0, 0), Qt::AlignLeft | Qt::AlignTop, tile.headline.number);
        painter.setPen(theme().ink2);
        painter.setFont(drawing::font(drawing::text::kSecond));
        painter.drawText(inside.adjusted(0, 42, 0, 0), Qt::AlignLeft | Qt::AlignTop, tile.headline.meaning);
    } else {
        painter.setFont(drawing::font(drawing::text::kSecond));
        // A branch's tile is narrow: its number goes below its name where both do not fit.
        const bool fits =
            nameWide + 4 + painter.fontMetrics().horizontalAdvance(tile.headline.number) <= inside.width();
        constexpr double nextRow = 18.0;
        painter.drawText(inside.adjusted(0, marks && !fits ? nextRow : 0.0, 0, 0),
                         Qt::AlignRight | (marks ? Qt::AlignTop : Qt::AlignVCenter), tile.headline.number);
    }
    if (marks)
        paintMarks(painter, tile, {inside.left(), inside.bottom() - 8.0, inside.width(), 8.0});
}

void Rack::draw(QPainter& painter, const std::vector<RackTile>& tiles)
{
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setFont(drawing::font(drawing::text::kNormal, true));
    painter.setPen(theme().ink);
    painter.drawText(QRectF(14, 8, width() - 20, 20), Qt::AlignLeft | Qt::AlignVCenter, tr("Ports"));
    for (std::size_t i = 0; i < tiles.size(); ++i)
        paintTile(painter, tiles[i], tile(i));
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
        SceneCanvas::keyPressEvent(event);
}

}  // namespace euryth::widgets
