// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <catch2/catch.hpp>

#include <QAction>
#include <QApplication>
#include <QLabel>
#include <QPdfWriter>
#include <QPushButton>
#include <QTableWidget>
#include <QTest>

#include "cut/cut_stage.hpp"
#include "files/job_file.hpp"
#include "kit/entry_view.hpp"
#include "kit/runner_canvases.hpp"
#include "kit/section_canvases.hpp"
#include "probe/probe_stage.hpp"
#include "shape/shape_stage.hpp"
#include "shell/dialogs.hpp"
#include "shell/main_window.hpp"
#include "shell/scan_dialog.hpp"
#include "shell/shape_dialogs.hpp"
#include "shell/shell_commands.hpp"
#include "shell/table_dialogs.hpp"
#include "support/demo.hpp"
#include "support/qt_strings.hpp"
#include "support/temp_folder.hpp"
#include "survey/survey_stage.hpp"

namespace {

using namespace euryth;

/// The real window, shown offscreen, with answers instead of dialogs.
struct WindowFixture {
    app::Session session;
    app::Workspace& workspace = session.workspace();
    widgets::Look look;
    QString nextPath;                                                      ///< what a file dialog would return
    widgets::Prompts::Unsaved answer = widgets::Prompts::Unsaved::Cancel;  ///< to "save first?"
    int asked = 0;
    QString nextSource;  ///< a table, drawing or picture to take something out of
    widgets::Prompts::Held held = widgets::Prompts::Held::Cancel;
    widgets::Prompts::Outside outside = widgets::Prompts::Outside::Cancel;
    QString elsewhere;  ///< where a save that fails is sent
    widgets::Prompts::Leftover leftover = widgets::Prompts::Leftover::Later;
    std::optional<app::GuideAnswers> guide = app::GuideAnswers{"New job", 1, 1, 1, {}, {}, {}, false};
    std::optional<widgets::CopyRequest> copyTo;
    std::optional<std::size_t> swapWith;
    std::optional<Length> knownLength;
    QString suggested;  ///< by a question for a file to write
    bool takesHouse = false;
    int houseRows = -1;  ///< that the comparison of house rules showed
    QStringList told;
    QStringList titles;                        ///< of the dialogs that asked for a file
    std::optional<widgets::BookRequest> book;  ///< what the dialog of the book's sheets would return
    std::optional<double> watch;               ///< how much of a long watch counts
    std::optional<std::size_t> earlier;        ///< which earlier version comes back
    std::vector<widgets::EarlierVersion> versions;
    QString nextFolder;
    QStringList offered;              ///< by the last question for one of several
    std::optional<int> chosenOption;  ///< the answer to it
    bool printsSheets = false;
    std::optional<app::Preferences> preferences;  ///< what the settings would return
    app::Preferences preferencesNow;              ///< what they were asked with
    widgets::MainWindow window;

    WindowFixture() : window({session, look}, prompts())
    {
        window.makePages();
        window.files().openDemo();
        window.show();
        window.activateWindow();
        settle();
    }

    /// The demo with its first port measured alone.
    void openOneMeasured()
    {
        workspace.document().reset(demoOneMeasured(), {});
        settle();
    }

    widgets::Prompts prompts()
    {
        widgets::Prompts p;
        p.openPath = [this](QWidget*) { return nextPath; };
        p.savePath = [this](QWidget*, const QString&) { return nextPath; };
        p.unsaved = [this](QWidget*, const QString&) {
            ++asked;
            return answer;
        };
        p.tell = [this](QWidget*, const QString& title, const QString& text) { told << title + ": " + text; };
        p.takeFrom = [this](QWidget*, const QString& title, const QString&) {
            titles << title;
            return nextSource;
        };
        p.openHeld = [this](QWidget*, const QString& holder) {
            told << holder;
            return held;
        };
        p.changedOutside = [this](QWidget*, const QString& both) {
            told << both;
            return outside;
        };
        p.saveElsewhere = [this](QWidget*, const QString& problem) {
            told << problem;
            nextPath = elsewhere;
            return !elsewhere.isEmpty();
        };
        p.leftover = [this](QWidget*, const app::Recovery::Left&) { return leftover; };
        p.guide = [this](QWidget*, widgets::Context) { return guide; };
        p.copyTo = [this](QWidget*, const job::Job&, std::size_t) { return copyTo; };
        p.swapWith = [this](QWidget*, const job::Job&, std::size_t) { return swapWith; };
        p.importStations = [](QWidget* parent, widgets::Context context, const QString& text) {
            const widgets::StationTableDialog dialog(context, text, parent);
            return std::optional(dialog.stations());
        };
        p.importTouch = [](QWidget* parent, widgets::Context context, const QString& text) {
            const widgets::TouchTableDialog dialog(context, text, parent);
            return dialog.usable() ? std::optional(dialog.stations()) : std::nullopt;
        };
        p.importProbes = [](QWidget* parent, widgets::Context context, const QString& text) {
            const widgets::ProbeTableDialog dialog(context, text, parent);
            return dialog.usable() ? std::optional(dialog.sets()) : std::nullopt;
        };
        p.scanStations = [](QWidget* parent, widgets::Context context, const QString& path) {
            widgets::ScanDialog dialog(context, path, parent);
            dialog.finish();
            return dialog.usable() ? std::optional(dialog.stations()) : std::nullopt;
        };
        p.choose = [this](QWidget*, const QString& title, const QString&, const QStringList& options) {
            titles << title;
            offered = options;
            return chosenOption;
        };
        p.knownLength = [this](QWidget*, widgets::Context, const QString& question) {
            titles << question;
            return knownLength;
        };
        p.writeTo = [this](QWidget*, const QString& title, const QString& suggestion, const QString&) {
            titles << title;
            suggested = suggestion;
            return nextPath;
        };
        p.lifts = [](QWidget* parent, widgets::Context context,
                     const QString& text) -> std::optional<widgets::LiftRequest> {
            const widgets::LiftDialog dialog(context, text, parent);
            return dialog.usable() ? std::optional(dialog.request()) : std::nullopt;
        };
        p.importFlow = [](QWidget* parent, widgets::Context context,
                          const QString& text) -> std::optional<std::vector<job::FlowPoint>> {
            const widgets::FlowTableDialog dialog(context, text, parent);
            return dialog.usable() ? std::optional(dialog.points()) : std::nullopt;
        };
        p.takeHouse = [this](QWidget* parent, widgets::Context context, const job::House& house) {
            const widgets::HouseDialog dialog(context, house, parent);
            houseRows = dialog.findChild<QTableWidget*>(QStringLiteral("houseChanges"))->rowCount();
            return takesHouse;
        };
        p.bookSheet = [this](QWidget*) { return book; };
        p.longWatch = [this](QWidget*, double hours) {
            titles << QStringLiteral("watch of %1").arg(hours, 0, 'f', 1);
            return watch;
        };
        p.chooseFolder = [this](QWidget*, const QString& title) {
            titles << title;
            return nextFolder;
        };
        p.earlier = [this](QWidget*, const std::vector<widgets::EarlierVersion>& all) {
            versions = all;
            return earlier;
        };
        p.sheets = [this](QWidget* parent) {
            auto request = widgets::PaperDialog(parent).request();
            request.print = printsSheets;
            return std::optional(request);
        };
        p.print = [this](QWidget*, const QString& title, const std::function<void(QPagedPaintDevice&)>& draw) {
            titles << title;
            QPdfWriter pages(nextPath);
            pages.setPageMargins({});
            draw(pages);
        };
        p.settings = [this](QWidget*, const app::Preferences& now, const widgets::SettingsChoices&) {
            preferencesNow = now;
            return preferences;
        };
        return p;
    }

    static void settle()
    {
        for (int i = 0; i < 4; ++i)
            QApplication::processEvents();
    }

    /// What the engine does is worked out beside the window.
    void finishEngine()
    {
        (void)session.engine().finish();
        settle();
    }

    template <class T>
    T* find(const char* name)
    {
        T* found = window.findChild<T*>(QString::fromLatin1(name));
        REQUIRE(found);
        return found;
    }

    void trigger(widgets::CommandId id)
    {
        window.action(id)->trigger();
        settle();
    }

    /// Keys go where the focus is, as with a real keyboard.
    void press(Qt::Key key, Qt::KeyboardModifiers modifiers = Qt::NoModifier)
    {
        QWidget* focus = QApplication::focusWidget();
        REQUIRE(focus);
        QTest::keyClick(focus, key, modifiers);
        settle();
    }
    void type(const QString& text)
    {
        for (const QChar c : text) {
            QWidget* focus = QApplication::focusWidget();
            REQUIRE(focus);
            QTest::keyClick(focus, c.toLatin1());
            settle();
        }
    }
    void typeAndEnter(const QString& text)
    {
        type(text);
        press(Qt::Key_Return);
    }

    QString text(const char* label) { return find<QLabel>(label)->text(); }
};

}  // namespace
