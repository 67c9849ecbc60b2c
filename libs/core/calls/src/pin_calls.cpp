// SPDX-License-Identifier: GPL-3.0-or-later
#include "analysis/pins.hpp"
#include "call_list.hpp"

namespace euryth::calls {

namespace {

/// What is a danger wherever it is.
bool dangerous(job::PinKind kind) { return kind == job::PinKind::Crack || kind == job::PinKind::Breakthrough; }

class PinCaller : CallList {
public:
    PinCaller(const CallInputs& of, std::vector<Call>& calls, Stage stage) : CallList(calls, stage), m_of(of) {}

    /// What asks for a cut or forbids one is the cutting's; a crack is told where it was found too.
    void all()
    {
        for (const job::Pin& pin : m_of.port.pins) {
            if (pin.asks || dangerous(pin.kind))
                tell(pin);
        }
    }

private:
    void tell(const job::Pin& pin)
    {
        Call& call = add("pin:" + pin.id, dangerous(pin.kind)               ? Severity::Danger
                                          : pin.asks == job::PinAsks::Leave ? Severity::Warning
                                                                            : Severity::Note);
        // Where one goes to see it: a station.
        if (const auto stations = analysis::stationsAt(m_of.port, pin); !stations.empty())
            call.s = m_of.port.stations[stations.front()].s;
        call.sector = pin.sector;
        call.title = say("call.pin.title", {{"id", pin.id}, {"kind", analysis::nameOf(pin.kind)}});
        if (!pin.text.empty())
            call.text += say("call.pin.said", {{"text", pin.text}});
        if (pin.asks)
            call.text += say(*pin.asks == job::PinAsks::Cut ? "call.pin.cut" : "call.pin.leave");
        if (dangerous(pin.kind))
            call.text += say("call.pin.repair");
        if (pin.asks == job::PinAsks::Leave && !pin.s)
            call.text += say("call.pin.no-place");
    }

    const CallInputs& m_of;
};

}  // namespace

void addPinCalls(const CallInputs& of, std::vector<Call>& calls) { PinCaller(of, calls, Stage::Cut).all(); }

}  // namespace euryth::calls
