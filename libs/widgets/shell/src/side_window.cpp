// SPDX-License-Identifier: GPL-3.0-or-later
#include "shell/side_window.hpp"

#include "kit/spoken_names.hpp"

#include <QAction>
#include <QShortcut>
#include <QVBoxLayout>

namespace euryth::widgets {

SideWindow::SideWindow(const StageInfo& stage, int view, Context context, Desk& desk, const Commands& commands)
    : m_desk(desk),
      m_page(stage.makePage(context, desk, commands))
{
    setObjectName(QStringLiteral("sideWindow"));
    setAttribute(Qt::WA_DeleteOnClose);
    setAttribute(Qt::WA_QuitOnClose, false);
    const QString name = stageName(stage).remove(QLatin1Char('&'));
    const QStringList views = m_page->views();
    const auto retitle = [this, name, views, &context = context.workspace] {
        const QString port = context.port() ? QString::fromStdString(context.port()->id) : QString();
        const int now = m_page->view();
        setWindowTitle(now < views.size() ? QStringLiteral("%1: %2, %3").arg(port, name, views[now])
                                          : QStringLiteral("%1: %2").arg(port, name));
    };
    connect(&context.workspace, &app::Workspace::refreshed, this, retitle);
    auto* column = new QVBoxLayout(this);
    column->addWidget(m_page);
    nameControls(*m_page);
    // The same commands, by the same keys; menus belong to the first window.
    for (const Command& command : commands.all())
        addAction(commands.action(command.id));
    auto* close = new QShortcut(QKeySequence::Close, this);
    connect(close, &QShortcut::activated, this, &QWidget::close);
    resize(1000, 680);
    m_page->showView(view);
    retitle();
}

}  // namespace euryth::widgets
