// SPDX-License-Identifier: GPL-3.0-or-later
#include "shell/walk.hpp"

#include <QCoreApplication>
#include <QDir>
#include <QPixmap>
#include <QTemporaryDir>

namespace euryth::widgets {

namespace {

void settle()
{
    // Queued repaints and rebuilt lists need a few rounds.
    constexpr int rounds = 6;
    for (int i = 0; i < rounds; ++i)
        QCoreApplication::processEvents();
    QCoreApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
}

class WindowWalk : public Walk {
public:
    explicit WindowWalk(MainWindow& window) : Walk(window, window.commands()), m_window(window) {}

protected:
    StagePage& page() override { return m_window.page(); }
    void openFour() override { m_window.files().openDemoFour(); }
    void openShop() override { m_window.files().openDemoShop(m_folder.path()); }

private:
    MainWindow& m_window;
    QTemporaryDir m_folder;  ///< for the demo's shop
};

/// All pictures, those of the second demo and of the shop last, as there is no way back from them.
std::vector<WalkPicture> picturesOf(const std::vector<StageInfo>& stages)
{
    std::vector<WalkPicture> all;
    for (const StageInfo& stage : stages)
        all.insert(all.end(), stage.pictures.begin(), stage.pictures.end());
    std::ranges::stable_sort(all, {}, [](const WalkPicture& picture) {
        const std::string_view name(picture.name);
        return name.starts_with("shop") ? 2 : name.starts_with("four") ? 1 : 0;
    });
    return all;
}

}  // namespace

QString walkStages(MainWindow& window, const QString& folder)
{
    window.makePages();
    if (!QDir().mkpath(folder))
        return MainWindow::tr("The folder %1 cannot be made").arg(folder);
    window.resize(1280, 800);  // whatever the screen is, so that the pictures are alike
    WindowWalk walk(window);
    for (const WalkPicture& picture : picturesOf(window.stages())) {
        walk.look(false, false, false);
        walk.workspace().choosePort(0);
        picture.go(walk);
        settle();
        const QString path = QDir(folder).filePath(QString::fromLatin1(picture.name) + QStringLiteral(".png"));
        if (!window.grab().save(path))
            return MainWindow::tr("The picture %1 cannot be written").arg(path);
    }
    walk.workspace().document().reset(job::Job{}, {});  // the shop's folder goes with the walk
    return {};
}

}  // namespace euryth::widgets
