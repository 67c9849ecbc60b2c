// SPDX-License-Identifier: GPL-3.0-or-later
#include <QtGlobal>

#include "app/virtual_probe.hpp"
#include "help/tour.hpp"

namespace euryth::widgets {

namespace {

std::function<void(Desk&)> view(calls::Stage stage, int index)
{
    return [stage, index](Desk& desk) { desk.showView(stage, index); };
}

/// Whether a port of the job has another value of something than before.
template <class Of>
bool anyPortChanged(const job::Job& before, Desk& desk, const Of& of)
{
    const auto& now = desk.workspace().job().ports;
    if (now.size() != before.ports.size())
        return true;
    for (std::size_t i = 0; i < now.size(); ++i) {
        if (!(of(now[i]) == of(before.ports[i])))
            return true;
    }
    return false;
}

bool stationsChanged(const job::Job& before, Desk& desk)
{
    return anyPortChanged(before, desk, [](const job::Port& port) { return port.stations; });
}

bool callAccepted(const job::Job& before, Desk& desk)
{
    return anyPortChanged(before, desk, [](const job::Port& port) { return port.accepted; });
}

bool cutChanged(const job::Job& before, Desk& desk)
{
    return before.cautionsRead != desk.workspace().job().cautionsRead ||
           anyPortChanged(before, desk, [](const job::Port& port) { return port.cutProgress; });
}

bool workChanged(const job::Job& before, Desk& desk) { return !(before.work == desk.workspace().job().work); }

/// Something has been written or printed since the step began.
std::function<bool(const job::Job&, Desk&)> sheetWritten()
{
    return [before = std::make_shared<std::optional<int>>()](const job::Job&, Desk& desk) {
        if (!*before)
            *before = desk.session().written();
        return desk.session().written() > **before;
    };
}

}  // namespace

std::vector<TourStep> tourSteps()
{
    using calls::Stage;
    return {
        {QT_TRANSLATE_NOOP("Tour", "The demo job"),
         QT_TRANSLATE_NOOP("Tour",
                           "The tour goes through one job, from the first section to the customer's sheet. It is "
                           "invented: change whatever you like, Ctrl+Z takes everything back.\n\nThe ports of the head "
                           "are at the left. Choose another one, by a click or with Alt+Down."),
         "rack", nullptr,
         [port = std::shared_ptr<std::optional<std::size_t>>(new std::optional<std::size_t>)](const job::Job&,
                                                                                              Desk& desk) {
             const auto now = desk.workspace().portIndex();
             if (!*port)
                 *port = now;
             return now != *port;
         }},
        {QT_TRANSLATE_NOOP("Tour", "The first section"),
         QT_TRANSLATE_NOOP("Tour",
                           "Survey says what the port is. Each row is a section, from the window to the valve. Put the "
                           "hand into a width, type another one (33.5, 1 5/16in or 1in+8mm), and Enter."),
         "sectionTable", view(Stage::Survey, 0), stationsChanged},
        {QT_TRANSLATE_NOOP("Tour", "The runner"),
         QT_TRANSLATE_NOOP(
             "Tour",
             "The port laid out straight, as wide as its area, on every screen. The station that is chosen "
             "here is chosen everywhere: try Alt+Right. Hatched is metal that the plan takes."),
         "ribbon", nullptr, nullptr},
        {QT_TRANSLATE_NOOP("Tour", "The calls"),
         QT_TRANSLATE_NOOP(
             "Tour",
             "What there is to say of this port, worst first. Workings shows how a number was worked out, "
             "Go there brings its place on screen. Accept one with a reason, if you know better: the job "
             "keeps both."),
         "calls", nullptr, callAccepted},
        {QT_TRANSLATE_NOOP("Tour", "What it should be"),
         QT_TRANSLATE_NOOP(
             "Tour",
             "The plain line is the area as it is, the dashed one the plan. Choose a station and press the "
             "Up key, or drag a diamond. It stops where the walls end."),
         "areaCanvas", view(Stage::Shape, 0), stationsChanged},
        {QT_TRANSLATE_NOOP("Tour", "What the air does"),
         QT_TRANSLATE_NOOP(
             "Tour",
             "The speed worked out in the whole port. Drag the tip, or move it with the arrow keys. A real "
             "probe goes into Session, with a plan of places and a bench or a simulated one "
             "(Ctrl+Shift+B)."),
         "fieldSection", view(Stage::Probe, 5), nullptr},
        {QT_TRANSLATE_NOOP("Tour", "Where to cut"),
         QT_TRANSLATE_NOOP(
             "Tour",
             "The wall unrolled, with depths. \"keep\" is too thin to touch, \"?\" was not measured: nothing "
             "is cut there. Read the cautions and say so, or tick a cut at the bench."),
         "cutPage", view(Stage::Cut, 0), cutChanged},
        {QT_TRANSLATE_NOOP("Tour", "What it gained"),
         QT_TRANSLATE_NOOP(
             "Tour",
             "Flow tests before and after, brought to one depression and one air, with what a bench may be "
             "off. Point at the curves, or press Right: every line is read off."),
         "flowCanvas", view(Stage::Prove, 0), nullptr},
        {QT_TRANSLATE_NOOP("Tour", "The book"),
         QT_TRANSLATE_NOOP(
             "Tour",
             "What is to be done, for whom, until when. Space ticks an operation, F9 starts and stops the "
             "clock at it, from any stage. Tick one."),
         "operations", view(Stage::Book, 0), workChanged},
        {QT_TRANSLATE_NOOP("Tour", "The customer's sheet"),
         QT_TRANSLATE_NOOP("Tour",
                           "Sheets… (Ctrl+Shift+O) writes or prints the customer's sheet, the job card, a quotation. "
                           "Ctrl+E has the templates for the bench. Write one into a PDF.\n\nThat was the round. F1 "
                           "opens the handbook at what is "
                           "on screen, Ctrl+J finds any port, view, call or command by its name."),
         "bookSheets", view(Stage::Book, 0), sheetWritten()},
    };
}

}  // namespace euryth::widgets
