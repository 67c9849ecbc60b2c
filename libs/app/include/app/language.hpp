// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>
#include <QTranslator>

#include "units/format.hpp"

namespace euryth::app {

/// The window's own texts out of the same catalogue as those of the core; what is not in it stays as it is.
class CatalogueTranslator : public QTranslator {
    Q_OBJECT

public:
    explicit CatalogueTranslator(const words::Catalogue& catalogue, QObject* parent = nullptr);
    [[nodiscard]] QString translate(const char* context, const char* source, const char* disambiguation,
                                    int n) const override;
    [[nodiscard]] bool isEmpty() const override { return false; }

private:
    const words::Catalogue& m_catalogue;
};

/// Sets the language of the whole application; `catalogue` has to outlive it. To be called before the window is made.
void setLanguage(const words::Catalogue& catalogue);
/// The catalogue in use; English at first.
const words::Catalogue& language();

/// What the core says, where no lengths and the like are in it.
QString shown(const Phrase& phrase);
/// Several, one a line.
QString shown(const std::vector<Phrase>& lines);

}  // namespace euryth::app
