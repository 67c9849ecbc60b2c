// SPDX-License-Identifier: GPL-3.0-or-later
#include "help/about.hpp"

#include <array>

#include <QApplication>
#include <QClipboard>
#include <QDialogButtonBox>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QSysInfo>
#include <QTabWidget>
#include <QTextBrowser>
#include <QVBoxLayout>

#include "app/log_keeper.hpp"

namespace euryth::widgets {

namespace {

struct Made {
    const char* name;
    const char* licence;
};
// As the Debian packages' copyright files state them.
constexpr std::array kMadeOf{
    Made{"Qt 6", "LGPL-3.0 or GPL-2.0+"},
    Made{"Boost (units, geometry, odeint, asio, multi-precision)", "BSL-1.0"},
    Made{"Eigen", "MPL-2.0"},
    Made{"NLopt", "LGPL-2.1+, parts MIT"},
    Made{"JSON for Modern C++", "MIT"},
    Made{"tl::expected", "CC0-1.0"},
    Made{"ICU", "Unicode"},
    Made{"pugixml", "MIT"},
    Made{"lib2geom", "LGPL-2.1 or MPL-1.1"},
    Made{"dxflib", "GPL-2.0+"},
    Made{"Open CASCADE Technology", "LGPL-2.1 with its exception"},
    Made{"CGAL", "GPL-3.0+"},
    Made{"Cairo", "LGPL-2.1 or MPL-1.1"},
    Made{"FreeType", "FTL or GPL-2.0"},
    Made{"GDK-PixBuf", "LGPL-2.0+"},
    Made{"libzip, zlib", "BSD-3-Clause, Zlib"},
    Made{"libqrencode", "LGPL-2.1+"},
    Made{"SQLite", "public domain"},
};

QWidget* browser(const QString& html)
{
    auto* text = new QTextBrowser;
    text->setHtml(html);
    return text;
}

QWidget* plain(const QString& text, const char* name, const QString& spoken)
{
    auto* view = new QPlainTextEdit(text);
    view->setReadOnly(true);
    view->setObjectName(QString::fromLatin1(name));
    view->setAccessibleName(spoken);
    return view;
}

QString aboutHtml()
{
    return AboutDialog::tr(
               "<h2>Euryth</h2><p>Plan a port's shape, probe the air in it, find what chokes, decide where to cut, "
               "prove "
               "it and keep the book.</p><p>Free software under the GNU General Public License, version 3 or later. "
               "There is no warranty. What it works out are estimates by the methods that the handbook names; a head "
               "that is cut is cut, so measure before you trust, and leave pressure tests and repairs to qualified "
               "shops.</p>") +
           QStringLiteral("<p>%1</p>")
               .arg(versionsText().toHtmlEscaped().replace(QLatin1Char('\n'), QStringLiteral("<br>")));
}

}  // namespace

QString versionsText()
{
    return QStringList{
        QStringLiteral("Euryth %1").arg(QCoreApplication::applicationVersion()),
        QStringLiteral("Qt %1 (built with %2), platform %3")
            .arg(QString::fromLatin1(qVersion()), QStringLiteral(QT_VERSION_STR), QGuiApplication::platformName()),
        QStringLiteral("compiler %1").arg(QStringLiteral(__VERSION__)),
        QStringLiteral("%1, %2, %3")
            .arg(QSysInfo::prettyProductName(), QSysInfo::kernelVersion(), QSysInfo::currentCpuArchitecture()),
        QStringLiteral("locale %1").arg(QLocale::system().name()),
    }
        .join(QLatin1Char('\n'));
}

QString reportText()
{
    constexpr qsizetype most = 100;
    const QStringList log = app::logLines();
    return versionsText() + QStringLiteral("\n\nlog:\n") +
           log.mid(std::max<qsizetype>(0, log.size() - most)).join(QLatin1Char('\n'));
}

QString licencesHtml()
{
    QString html = AboutDialog::tr(
                       "<p>Euryth: GPL-3.0-or-later. Its letters are made from Inter (SIL Open Font "
                       "License 1.1) and have a name of their own.</p><p>It is built of:</p>") +
                   QStringLiteral("<table cellpadding='3'>");
    for (const Made& made : kMadeOf)
        html += QStringLiteral("<tr><td>%1</td><td>%2</td></tr>")
                    .arg(QString::fromLatin1(made.name), QString::fromLatin1(made.licence));
    return html + AboutDialog::tr(
                      "</table><p>Their full texts are in /usr/share/doc/PACKAGE/copyright of each Debian "
                      "package. The installed package openfoam, where it is there, runs as a program of its "
                      "own (GPL-3.0+).</p>");
}

AboutDialog::AboutDialog(Tab tab, QWidget* parent) : QDialog(parent)
{
    setObjectName(QStringLiteral("aboutDialog"));
    setWindowTitle(tr("About Euryth"));
    resize(620, 480);
    auto* tabs = new QTabWidget;
    tabs->addTab(browser(aboutHtml()), tr("&About"));
    tabs->addTab(browser(licencesHtml()), tr("&Licences"));
    const QString log = app::logLines().join(QLatin1Char('\n'));
    const QString file = app::logFile();
    tabs->addTab(plain((file.isEmpty() ? QString() : tr("On disk: %1\n\n").arg(file)) +
                           (log.isEmpty() ? tr("Nothing has been logged.") : log),
                       "logText", tr("Log of this session")),
                 tr("Lo&g"));
    tabs->setCurrentIndex(static_cast<int>(tab));
    auto* column = new QVBoxLayout(this);
    column->addWidget(tabs);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close);
    auto* copy = buttons->addButton(tr("&Copy a report"), QDialogButtonBox::ActionRole);
    copy->setObjectName(QStringLiteral("copyReport"));
    copy->setToolTip(tr("Versions and the last lines of the log; nothing of the job"));
    connect(copy, &QPushButton::clicked, this, [] { QGuiApplication::clipboard()->setText(reportText()); });
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    column->addWidget(buttons);
}

}  // namespace euryth::widgets
