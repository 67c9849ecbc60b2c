// SPDX-License-Identifier: GPL-3.0-or-later
#include "shell/command_set.hpp"

#include <QCoreApplication>

namespace euryth::widgets {

#define EURYTH_TEXT(text) QT_TRANSLATE_NOOP("Commands", text)

const std::array<CommandInfo, kCommandCount>& commands()
{
    using C = CommandId;
    using M = MenuId;
    static const std::array<CommandInfo, kCommandCount> all{{
        {C::NewJob, M::Job, EURYTH_TEXT("&New job…"), "Ctrl+N", EURYTH_TEXT("Start a job by a few questions"), false},
        {C::OpenJob, M::Job, EURYTH_TEXT("&Open…"), "Ctrl+O", EURYTH_TEXT("Open a job file"), false},
        {C::OpenDemo, M::Job, EURYTH_TEXT("Open the &demo job"), "",
         EURYTH_TEXT("Open an invented job to try things on"), false},
        {C::OpenDemoFour, M::Job, EURYTH_TEXT("Open the &four-cylinder demo job"), "",
         EURYTH_TEXT("Open an invented cast-iron four with eight measured ports"), false},
        {C::SaveJob, M::Job, EURYTH_TEXT("&Save"), "Ctrl+S", EURYTH_TEXT("Save the job"), true},
        {C::SaveJobAs, M::Job, EURYTH_TEXT("Save &as…"), "Ctrl+Shift+S", EURYTH_TEXT("Save under another name"), false},
        {C::BenchSheets, M::Job, EURYTH_TEXT("Sheets for the &bench…"), "Ctrl+E",
         EURYTH_TEXT("Plan, scribe card and full-size templates of the chosen port as PDF, SVG, DXF or a table"), true},
        {C::FieldToFile, M::Job, EURYTH_TEXT("Port as &mesh, surface or case…"), "",
         EURYTH_TEXT(
             "Write the computed field's mesh with its speeds (VTK), or the port's air as a closed surface (STL)"),
         false},
        {C::HouseFromFile, M::Job, EURYTH_TEXT("House &rules out of a file…"), "",
         EURYTH_TEXT("See what another shop's rules would change, and take them or not"), true},
        {C::HouseToFile, M::Job, EURYTH_TEXT("Save the house rules as a &file…"), "",
         EURYTH_TEXT("Write the job's house rules to a file of their own, to be exchanged"), false},
        {C::Quit, M::Job, EURYTH_TEXT("&Quit"), "Ctrl+Q", EURYTH_TEXT("Close Euryth"), true},
        {C::Undo, M::Edit, EURYTH_TEXT("&Undo"), "Ctrl+Z", EURYTH_TEXT("Take the last change back"), false},
        {C::Redo, M::Edit, EURYTH_TEXT("&Redo"), "Ctrl+Shift+Z", EURYTH_TEXT("Make the change again"), false},
        {C::AddStation, M::Edit, EURYTH_TEXT("&Add station"), "Ins",
         EURYTH_TEXT("Add a station after the chosen one, with its section"), true},
        {C::RemoveStation, M::Edit, EURYTH_TEXT("&Remove station"), "Ctrl+Del",
         EURYTH_TEXT("Remove the chosen station, and the probe sets taken there"), false},
        {C::AddProbeSet, M::Edit, EURYTH_TEXT("Add &probe set here"), "Ctrl+Ins",
         EURYTH_TEXT("Add a set of nine points at the chosen station"), true},
        {C::RemoveProbeSet, M::Edit, EURYTH_TEXT("Remove probe s&et"), "", EURYTH_TEXT("Remove the chosen probe set"),
         false},
        {C::UseSuggestedPlan, M::Edit, EURYTH_TEXT("Use the &suggested plan"), "Ctrl+G",
         EURYTH_TEXT("Replace the port's plan by what demand and house taper suggest"), true},
        {C::CopyPlan, M::Edit, EURYTH_TEXT("Put the plan aside and go on with a &copy"), "Ctrl+K",
         EURYTH_TEXT("Keep the current plan by its name, and go on with a copy of it"), false},
        {C::NextPlan, M::Edit, EURYTH_TEXT("&Next plan"), "Ctrl+Shift+K",
         EURYTH_TEXT("Make the next plan of the port the current one"), false},
        {C::ImportStations, M::Edit, EURYTH_TEXT("Stations out of a &table…"), "Ctrl+I",
         EURYTH_TEXT("Take stations out of a CSV file, or of what a spreadsheet has copied"), true},
        {C::LiftTable, M::Edit, EURYTH_TEXT("&Lift table of a cam out of a file…"), "",
         EURYTH_TEXT("Take a cam's lift curve, angle and lift, out of a CSV file"), false},
        {C::OutlineFromFile, M::Edit, EURYTH_TEXT("&Outline out of a file…"), "Ctrl+Shift+I",
         EURYTH_TEXT("Take the chosen section's outline out of a CSV, SVG or DXF file"), false},
        {C::TraceOutline, M::Edit, EURYTH_TEXT("Trace an outline on a p&icture…"), "Ctrl+T",
         EURYTH_TEXT("Trace the chosen section on a picture of a mould slice"), false},
        {C::AddPort, M::Port, EURYTH_TEXT("&Add port"), "Ctrl+P", EURYTH_TEXT("Add a port after the chosen one"),
         false},
        {C::RemovePort, M::Port, EURYTH_TEXT("&Delete port"), "Ctrl+Shift+Del",
         EURYTH_TEXT("Delete the chosen port with its branches; undo brings it back"), false},
        {C::MovePortUp, M::Port, EURYTH_TEXT("Move &up"), "Ctrl+Shift+Up",
         EURYTH_TEXT("Move the port one place up, so that the ports lie as in the head"), false},
        {C::MovePortDown, M::Port, EURYTH_TEXT("Move do&wn"), "Ctrl+Shift+Down",
         EURYTH_TEXT("Move the port one place down"), false},
        {C::CopyPort, M::Port, EURYTH_TEXT("&Copy measurements to…"), "Ctrl+Shift+C",
         EURYTH_TEXT("Copy chosen measurements of this port to others"), true},
        {C::MirrorPort, M::Port, EURYTH_TEXT("&Mirror left and right"), "Ctrl+M",
         EURYTH_TEXT("Change left and right of everything measured over"), false},
        {C::SwapPorts, M::Port, EURYTH_TEXT("&Swap measurements with…"), "",
         EURYTH_TEXT("Change the measurements of two ports over"), false},
        {C::SplitPort, M::Port, EURYTH_TEXT("S&plit into two branches here"), "",
         EURYTH_TEXT("Make a common runner of the port; the stations from the chosen one on become branch a"), true},
        {C::AddPhoto, M::Port, EURYTH_TEXT("Add a p&hoto…"), "",
         EURYTH_TEXT("Copy a picture beside the job and keep it with this port"), true},
        {C::StageSurvey, M::View, EURYTH_TEXT("&Survey"), "Ctrl+1", EURYTH_TEXT("What the port is"), false},
        {C::StageShape, M::View, EURYTH_TEXT("S&hape"), "Ctrl+2", EURYTH_TEXT("What it should be"), false},
        {C::StageProbe, M::View, EURYTH_TEXT("&Probe"), "Ctrl+3", EURYTH_TEXT("What the air does"), false},
        {C::StageCut, M::View, EURYTH_TEXT("&Cut"), "Ctrl+4", EURYTH_TEXT("Where to take metal"), false},
        {C::NextTab, M::View, EURYTH_TEXT("Next t&ab of the stage"), "Ctrl+PgDown",
         EURYTH_TEXT("The next view of Survey, Shape or Probe"), true},
        {C::PreviousTab, M::View, EURYTH_TEXT("Previous tab of the stage"), "Ctrl+PgUp", EURYTH_TEXT("The tab before"),
         false},
        {C::NextStation, M::View, EURYTH_TEXT("&Next station"), "Alt+Right",
         EURYTH_TEXT("Choose the next station toward the valve"), true},
        {C::PreviousStation, M::View, EURYTH_TEXT("Pre&vious station"), "Alt+Left",
         EURYTH_TEXT("Choose the next station toward the window"), false},
        {C::NextPort, M::View, EURYTH_TEXT("Next p&ort"), "Alt+Down", EURYTH_TEXT("Choose the next port"), false},
        {C::PreviousPort, M::View, EURYTH_TEXT("Previous por&t"), "Alt+Up", EURYTH_TEXT("Choose the port before"),
         false},
        {C::SwitchUnits, M::View, EURYTH_TEXT("Inch or metric &units"), "Ctrl+U",
         EURYTH_TEXT("Show every number in the other units"), true},
        {C::SwitchStyle, M::View, EURYTH_TEXT("&Light or dark"), "Ctrl+L",
         EURYTH_TEXT("Change between the light and the dark style"), false},
        {C::BigDigits, M::View, EURYTH_TEXT("&Big digits"), "Ctrl+B",
         EURYTH_TEXT("Show what is typed so large that it can be read from two metres"), false},
        {C::Help, M::Help, EURYTH_TEXT("&Help on this stage"), "F1", EURYTH_TEXT("Explain the stage on screen"), false},
        {C::Shortcuts, M::Help, EURYTH_TEXT("Sheet of &shortcuts"), "Shift+F1", EURYTH_TEXT("List all keys"), false},
    }};
    return all;
}

#undef EURYTH_TEXT

QString commandText(const CommandInfo& info) { return QCoreApplication::translate("Commands", info.text); }
QString commandHelp(const CommandInfo& info) { return QCoreApplication::translate("Commands", info.help); }

QString menuText(MenuId menu)
{
    switch (menu) {
    case MenuId::Job: return QCoreApplication::translate("Commands", "&Job");
    case MenuId::Edit: return QCoreApplication::translate("Commands", "&Edit");
    case MenuId::Port: return QCoreApplication::translate("Commands", "&Port");
    case MenuId::View: return QCoreApplication::translate("Commands", "&View");
    case MenuId::Help: return QCoreApplication::translate("Commands", "&Help");
    }
    return {};
}

}  // namespace euryth::widgets
