// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "kit/switched_page.hpp"

namespace euryth::widgets {

class BookPage : public SwitchedPage {
    Q_OBJECT

public:
    enum View { Work, Customer, Hours, Pictures, Shop };
    BookPage(Context context, Desk& desk, const Commands& commands, QWidget* parent = nullptr);
};

}  // namespace euryth::widgets
