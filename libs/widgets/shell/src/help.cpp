// SPDX-License-Identifier: GPL-3.0-or-later
#include "shell/help.hpp"

#include <QCoreApplication>
#include <QDialog>
#include <QTextBrowser>
#include <QVBoxLayout>

#include "shell/command_set.hpp"

namespace euryth::widgets {

namespace {

QString tr(const char* text) { return QCoreApplication::translate("Help", text); }

QString tables()
{
    return tr(
        "<p><b>In the tables</b> just type. Enter goes on to the next value, * takes the value above, arrows move, "
        "Delete makes a value "
        "unknown, Ctrl+C and Ctrl+V exchange with a spreadsheet. A value that cannot be read stays in its cell, "
        "marked ▲, with the reason below the table; Escape puts the old one back.</p>"
        "<p>A number may have a unit or be a small sum: <code>2 1/16in</code>, <code>0.045+0.010</code>, "
        "<code>52mm</code>, <code>28 inH2O</code>.</p>");
}

}  // namespace

QString stageHelp(app::Stage stage)
{
    switch (stage) {
    case app::Stage::Survey:
        return tr("<h2>Survey: what the port is</h2><p>Stations count along the centreline from the window to the "
                  "valve. At each one give width, height and the four corner radii as seen from the window with the "
                  "roof up, and under <i>Walls</i> the wall thickness at the eight places round the port. Leave empty "
                  "what was not measured: nothing is ever cut where the wall is not known.</p>"
                  "<p>A section may also be <i>traced</i> (points, a CSV, SVG or DXF file, or on a picture) or known "
                  "by its "
                  "<i>area</i> alone. <i>Details</i> holds boss, stem, the parts of a sectioned head with the saw's "
                  "kerf, "
                  "and the places where no weld reaches.</p><p><i>Runner</i> places the port in the head, "
                  "<i>Volumes</i> "
                  "holds burette, chambers and castings, <i>Compare</i> finds the odd port out. Ctrl+PgDown and "
                  "Ctrl+PgUp "
                  "go through the tabs, Insert adds a station, Ctrl+B shows big digits.</p><p><b>Mind</b> sharp edges "
                  "of "
                  "sectioned heads; heavy heads want two people or a hoist, and one with its cams in never stands face "
                  "down.</p>") +
               tables();
    case app::Stage::Shape:
        return tr(
            "<h2>Shape: what it should be</h2><p>The plain line is the area as it is, the dashed one with "
            "diamonds the plan. Drag a diamond, or choose a station and press the up and down keys. The dotted "
            "line is the area the engine asks for: fastest piston speed times piston area over the limiting gas "
            "speed, which is a house rule. It knows nothing of pressure waves.</p><p>The hatched part lies "
            "beyond what the measured walls allow. Too big cannot be undone; too small can be opened later.</p>"
            "<p>A diamond stops where the walls end, and inward at what is there, because a grinder puts no metal on. "
            "Plans are kept by name: <i>Copy</i> puts the current one aside (Ctrl+K), <i>Take</i> makes another one "
            "current (Ctrl+Shift+K).</p><p><i>Sections</i> gives each planned section as width and height with its "
            "corner radii. <i>Valve end</i> holds throat, seat, scriber, bowl, short side, a bigger valve and "
            "shrouding "
            "as one decision: an empty field takes what follows from the others. <i>House rules</i> are yours; compare "
            "another school before you take it.</p><p><b>Mind</b>: an insert needs wall to hold its press fit; old "
            "valves may be sodium-filled, never cut one. Before cutting to a template measure its 50 mm line "
            "(Ctrl+E writes the sheets).</p>"
            "<p><i>Filling</i> shows how the cylinder draws through this port at the wanted speed, and how filling and "
            "airflow go over speed: where airflow levels off the engine has nothing left to rev with. <i>Bench and "
            "engine</i> shows the runner at the bench's depression and at the engine's: two ports alike on the bench "
            "may "
            "part company there. Neither knows pressure waves, and each says what it had to assume.</p>");
    case app::Stage::Probe:
        return tr("<h2>Probe: what the air does</h2><p>Hold the pitot at the nine points of a section, valve at a "
                  "fixed lift, bench at a fixed depression, and type the readings from roof left to floor right. A "
                  "place is judged by its ratio to the section's mean: fast places ask for room, dead places are left "
                  "alone.</p><p>The picture between the readings is an interpolation, not a flow solution.</p>"
                  "<p><b>Virtual probe</b> and the views after it show the speed computed in the whole port. Drag the "
                  "tip, or move it by the arrow keys, half a millimetre a step, five with Shift; Page Up and Page Down "
                  "move it along the runner. In <b>What if</b> a wall is pushed by dragging its square, or chosen by 1 "
                  "(roof) to 8, clockwise, and pushed by + and -. There is no wake in it: what is hatched lies behind "
                  "a place where the air lets go, and is not to be trusted; near a wall it is read at the pitot's "
                  "distance.</p><p><b>Viscous run</b> has the wake: the installed package openfoam works it out while "
                  "you go on. <i>Instant</i>, <i>Viscous</i> and <i>Difference</i> switch all these views; <i>judge by"
                  "</i> chooses whose speeds the choke point and the cuts go by. Trust the run behind lift-off and on "
                  "two meshes, the instant field to rank short sides, and the bench over both.</p>"
                  "<p><b>Mind</b> your ears and fingers at the blower.</p>") +
               tables();
    case app::Stage::Cut:
        return tr(
            "<h2>Cut: where to take metal</h2><p>The wall is unrolled: window at the left, valve at the right, "
            "one row for each of the eight places round the port. Numbers are depths of cut. <i>keep</i> is a "
            "wall too thin to touch, <i>?</i> one that was not measured, <i>dead</i> a place where the air "
            "hardly moves, <i>seat</i> the throat, which belongs to the seat cutter.</p>"
            "<h3>What can hurt</h3><ul><li>Chips come past safety glasses: full face shield over glasses. A "
            "splinter in the eye is a doctor's matter the same day.</li><li>Dust of aluminium, iron and stones: "
            "respirator and extraction. Ears too.</li><li>A burr that jams kicks: both hands, arms resting, head "
            "clamped. Keep long thin shanks to the burr's rated speed.</li><li>Solvent, alcohol and kerosene "
            "burn: no sparks, no heaters, lids on, rags in a metal can.</li><li>Never cut an old valve: it may "
            "be filled with sodium.</li><li>A wall that is too thin fails later, hot and under pressure. Have a "
            "cut head pressure-tested, and welding and crack repair done, by a qualified shop.</li><li>Emission "
            "rules, noise and waste: local law decides.</li></ul>");
    }
    return {};
}

QString shortcutSheet()
{
    QString html = tr("<h2>Shortcuts</h2><table cellpadding='4'>");
    for (const CommandInfo& info : commands()) {
        if (*info.shortcut == '\0')
            continue;
        const QString keys = QKeySequence(QString::fromLatin1(info.shortcut)).toString(QKeySequence::NativeText);
        html += QStringLiteral("<tr><td><b>%1</b></td><td>%2</td></tr>").arg(keys.toHtmlEscaped(), commandHelp(info));
    }
    html += QStringLiteral("</table>") + tables();
    return html;
}

void showHelp(QWidget* parent, const QString& html)
{
    auto* dialog = new QDialog(parent);
    dialog->setObjectName(QStringLiteral("helpDialog"));
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    dialog->setWindowTitle(tr("Help"));
    dialog->resize(560, 620);
    auto* text = new QTextBrowser;
    text->setHtml(html);
    auto* column = new QVBoxLayout(dialog);
    column->setContentsMargins(8, 8, 8, 8);
    column->addWidget(text);
    dialog->show();
}

}  // namespace euryth::widgets
