// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <optional>
#include <vector>

#include <QString>

#include "app/port_edits.hpp"
#include "app/preferences.hpp"
#include "app/recovery.hpp"
#include "geometry/outline.hpp"
#include "kit/look.hpp"
#include "paper/bench_sheets.hpp"
#include "paper/book_sheets.hpp"

class QPagedPaintDevice;

namespace euryth::widgets {

struct SettingsChoices;

/// Which measurements of a port go to which others.
struct CopyRequest {
    std::vector<std::size_t> targets;
    app::CopyChoice choice;
};

/// A lift curve out of a table, and whose it is.
struct LiftRequest {
    bool intake = true;
    std::vector<job::LiftPoint> table;
};

/// Which sheets for the bench, and whether on paper at once.
struct SheetRequest {
    paper::Parts parts;
    bool print = false;
};

/// Which sheet of the book, or which table.
struct BookRequest {
    bool print = false;  ///< on paper at once; not of tables
    paper::BookSheet sheet{};
    std::optional<paper::JobTable> table;  ///< instead of a sheet, as CSV
    bool withCustomer = false;
    paper::CustomerParts parts;
};

/// An earlier version of a job, and what has changed since.
struct EarlierVersion {
    QString when;
    QStringList changes;
};

/// What the window asks a person, as functions, so that tests can answer.
struct Prompts {
    enum class Unsaved { Save, Discard, Cancel };
    enum class Leftover { Recover, Discard, Later };
    std::function<QString(QWidget*)> openPath;
    std::function<QString(QWidget*, const QString& suggestion)> savePath;
    std::function<Unsaved(QWidget*, const QString& name)> unsaved;
    std::function<void(QWidget*, const QString& title, const QString& text)> tell;
    /// A file to take something out of.
    std::function<QString(QWidget*, const QString& title, const QString& filter)> takeFrom;
    enum class Held { Cancel, Copy, TakeOver };
    /// A job is open elsewhere: open its content as a job of its own, or take it over?
    std::function<Held(QWidget*, const QString& holder)> openHeld;
    enum class Outside { Cancel, Overwrite, Elsewhere, TakeTheirs };
    /// Somebody else has changed the file of the open job; `both` says how the two differ.
    std::function<Outside(QWidget*, const QString& both)> changedOutside;
    /// A save has failed: try another place?
    std::function<bool(QWidget*, const QString& problem)> saveElsewhere;
    std::function<Leftover(QWidget*, const app::Recovery::Left&)> leftover;
    std::function<std::optional<app::GuideAnswers>(QWidget*, Context)> guide;
    std::function<std::optional<CopyRequest>(QWidget*, const job::Job&, std::size_t from)> copyTo;
    std::function<std::optional<std::size_t>(QWidget*, const job::Job&, std::size_t with)> swapWith;
    std::function<std::optional<std::vector<job::Station>>(QWidget*, Context, const QString& table)> importStations;
    std::function<std::optional<geometry::Outline>(QWidget*, Context, const QImage&)> trace;
    /// Sections by the points of a touch probe out of a table.
    std::function<std::optional<std::vector<job::Station>>(QWidget*, Context, const QString& table)> importTouch;
    /// Probe sets out of a table.
    std::function<std::optional<std::vector<job::ProbeSet>>(QWidget*, Context, const QString& table)> importProbes;
    /// Stations of a scanned port (a file of STL), chosen along it.
    std::function<std::optional<std::vector<job::Station>>(QWidget*, Context, const QString& path)> scanStations;
    /// One of several, by its index.
    std::function<std::optional<int>(QWidget*, const QString& title, const QString& question, const QStringList&)>
        choose;
    /// A known length, in metres; nothing where there is none.
    std::function<std::optional<Length>(QWidget*, Context, const QString& question)> knownLength;
    /// A file to be written.
    std::function<QString(QWidget*, const QString& title, const QString& suggestion, const QString& filter)> writeTo;
    std::function<std::optional<LiftRequest>(QWidget*, Context, const QString& table)> lifts;
    /// The points of a flow test out of a table.
    std::function<std::optional<std::vector<job::FlowPoint>>(QWidget*, Context, const QString& table)> importFlow;
    /// Shows what a set of house rules would change: take it?
    std::function<bool(QWidget*, Context, const job::House&)> takeHouse;
    std::function<std::optional<SheetRequest>(QWidget*)> sheets;
    std::function<std::optional<BookRequest>(QWidget*)> bookSheet;
    /// The clock has run for so many hours: how many count? Nothing lets it go on, 0 forgets them.
    std::function<std::optional<double>(QWidget*, double hours)> longWatch;
    std::function<QString(QWidget*, const QString& title)> chooseFolder;
    /// Shows a preview of what `draw` puts on paper, and prints it.
    std::function<void(QWidget*, const QString& title, const std::function<void(QPagedPaintDevice&)>& draw)> print;
    /// What a person wants of the program, from what it is now.
    std::function<std::optional<app::Preferences>(QWidget*, const app::Preferences&, const SettingsChoices&)> settings;
    /// Which of the earlier versions is to come back?
    std::function<std::optional<std::size_t>(QWidget*, const std::vector<EarlierVersion>&)> earlier;
};

}  // namespace euryth::widgets
