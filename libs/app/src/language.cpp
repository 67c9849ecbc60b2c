// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/language.hpp"

#include <QCoreApplication>
#include <QStringList>

namespace euryth::app {

namespace {

const words::Catalogue* g_language = nullptr;  // of the process, as Qt's translators are
CatalogueTranslator* g_translator = nullptr;

}  // namespace

CatalogueTranslator::CatalogueTranslator(const words::Catalogue& catalogue, QObject* parent)
    : QTranslator(parent),
      m_catalogue(catalogue)
{
}

QString CatalogueTranslator::translate(const char* context, const char* source, const char*, int) const
{
    // A null text, not an empty one, leaves the source's own.
    const std::string text = m_catalogue.windowText(context, source);
    return text.empty() ? QString() : QString::fromStdString(text);
}

void setLanguage(const words::Catalogue& catalogue)
{
    delete g_translator;
    g_language = &catalogue;
    g_translator = new CatalogueTranslator(catalogue, QCoreApplication::instance());
    QCoreApplication::installTranslator(g_translator);
}

const words::Catalogue& language() { return g_language ? *g_language : words::Catalogue::english(); }

QString shown(const Phrase& phrase)
{
    units::DisplayUnits units;
    units.catalogue = &language();
    return QString::fromStdString(units::render(phrase, units));
}

QString shown(const std::vector<Phrase>& lines)
{
    QStringList texts;
    for (const Phrase& line : lines)
        texts << shown(line);
    return texts.join(QLatin1Char('\n'));
}

}  // namespace euryth::app
