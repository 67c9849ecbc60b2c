// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>

#include <QObject>

#include "app/recent_jobs.hpp"
#include "kit/look.hpp"
#include "kit/prompts.hpp"

class QMenu;
class QSettings;

namespace euryth::widgets {

/// What lives longer than a job; any may be missing.
struct Services {
    app::Recovery* recovery = nullptr;
    app::RecentJobs* recent = nullptr;
    QSettings* settings = nullptr;
};

/// The open job's way from and to files: new, opened, recovered, saved; with what a person has to be asked on the way.
/// Nothing that is not saved is replaced without asking.
class JobFiles : public QObject {
    Q_OBJECT

public:
    /// Questions are asked over `window`; they have to outlive this.
    JobFiles(Context context, const Prompts& prompts, Services services, QWidget* window);

    /// True where the open job may be replaced.
    bool mayReplace();
    void newJob();
    /// Opens the file that a person names.
    void openAsked();
    /// Opens a file, after asking about unsaved changes; says why where it cannot.
    void openFile(const QString& path);
    void openDemo();
    void openDemoFour();
    void openDemoSingle();
    /// Writes the demo's shop into a folder, its days moved so that the story's day is today, and opens a job of it.
    /// What is there already is left as it is.
    void openDemoShop(const QString& folder);
    /// Packs the open job, as it is saved, into one file that a person names.
    void pack();
    void unpackAsked();
    /// Unpacks a file into a folder that a person names, and opens the job.
    void unpack(const QString& packed);
    /// Brings one of the earlier versions back, as one undo step.
    void bringBack();
    /// Asks about a clock that has run for long, where the open job has one.
    void askForClock();
    /// Asks about what sessions that ended without saving have left.
    void offerLeftovers();
    /// False where the job is not saved after all.
    bool save(bool askName);
    /// Saves a changed job that has a file and that nobody else has changed; asks nobody.
    void saveByItself();
    /// Lists in a menu the jobs that were opened last.
    void fillRecent(QMenu& menu);

private:
    /// Does something beside the window, with a bar that shows how far it is and can stop it.
    void withProgress(const QString& title, const std::function<QString(const std::function<bool(double)>&)>& work);
    void askHowMuchCounts();
    void openBuiltIn(const QString& resource);
    void opened(const QString& path);
    /// Saves to a path, or goes another way where somebody else has changed the file there.
    bool saveTo(const QString& path);
    [[nodiscard]] QString askedPath() const;

    Context m_context;
    const Prompts& m_prompts;
    Services m_services;
    QWidget* m_window;
};

}  // namespace euryth::widgets
