// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "kit/switched_page.hpp"

namespace euryth::widgets {

/// Prove: what the work gained, on one bench and honestly.
class ProvePage : public SwitchedPage {
    Q_OBJECT

public:
    enum View { Flow, Alike, Seats, Benches, Wet };
    ProvePage(Context context, Desk& desk, const Commands& commands, QWidget* parent = nullptr);
};

}  // namespace euryth::widgets
