// SPDX-License-Identifier: GPL-3.0-or-later
#include "kit/field_links.hpp"

#include <algorithm>
#include <map>

#include "app/language.hpp"
#include "kit/commands.hpp"
#include "words/ids.hpp"

namespace euryth::widgets {

namespace {

using Fields = std::vector<std::string_view>;

constexpr std::string_view kPrefix = "missing.";

/// What is missing, by its id behind the prefix, and the fields that end it.
const std::map<std::string_view, Fields>& fieldsOfMissing()
{
    static const Fields layout{"straight", "turn", "short-side-radius", "short-side-height"};
    static const Fields cam{"duration", "cam-lift", "centreline"};
    static const std::map<std::string_view, Fields> table{
        {"bore", {"bore"}},
        {"stroke", {"stroke"}},
        {"rod", {"rod"}},
        {"peak-rpm", {"peak-rpm"}},
        {"cam", cam},
        {"intake-cam", cam},
        {"exhaust-cam", cam},
        {"bench-air", {"temperature", "pressure", "humidity"}},
        {"valve", {"valve-diameter"}},
        {"valve-and-stem", {"valve-diameter", "stem"}},
        {"valve-geometry", {"valve-diameter", "stem"}},
        {"flow-or-valve", {"valve-diameter", "stem"}},
        {"seat", {"valve-diameter"}},
        {"stem-and-seat", {"stem"}},
        {"throat-share", {"throat", "valve-diameter"}},
        {"throat-unmeasured", {"throat"}},
        {"pilot", {"pilot"}},
        {"bowl", {"bowl"}},
        {"bowl-now", {"bowl"}},
        {"bowl-radius-turn", {"bowl", "short-side-radius", "turn"}},
        {"radius-and-height", {"short-side-radius", "short-side-height"}},
        {"short-radius", {"short-side-radius"}},
        {"radius-now", {"short-side-radius"}},
        {"short-height", {"short-side-height"}},
        {"poses", layout},
        {"places", layout},
        {"places-in-head", layout},
        {"turn-known", layout},
        {"shrouding", {"valve-diameter", "bore", "bore-edge"}},
        {"guide-room", {"room-left", "room-right"}},
        {"valve-places", {"bore-x", "bore-y", "valve-diameter"}},
    };
    return table;
}

const QString kScheme = QStringLiteral("field:");

}  // namespace

std::vector<std::string_view> fieldsFor(const Phrase& missing)
{
    Fields fields;
    for (const std::string& id : words::idsIn(missing)) {
        if (!id.starts_with(kPrefix))
            continue;
        const auto found = fieldsOfMissing().find(std::string_view(id).substr(kPrefix.size()));
        if (found == fieldsOfMissing().end())
            continue;
        for (const std::string_view field : found->second) {
            if (std::ranges::find(fields, field) == fields.end())
                fields.push_back(field);
        }
    }
    return fields;
}

QString withLinks(const app::Workspace& workspace, const Phrase& missing)
{
    QString text = workspace.text(missing).toHtmlEscaped();
    QStringList links;
    for (const std::string_view field : fieldsFor(missing)) {
        const QString name = QString::fromUtf8(field.data(), static_cast<qsizetype>(field.size()));
        links << QStringLiteral("<a href='%1%2'>%3</a>")
                     .arg(kScheme, name, app::shown(say("number." + std::string(field))).toHtmlEscaped());
    }
    if (!links.isEmpty())
        text += QStringLiteral(" → ") + links.join(QStringLiteral(" · "));
    return text;
}

bool hasLinks(const QString& text) { return text.contains(QLatin1String("href='") + kScheme); }

void setLinkedText(QLabel& label, const QString& text)
{
    const bool linked = hasLinks(text);
    // A link behind plain words is not taken for rich text by itself; and plain text must not stay rich.
    constexpr const char* kMadeRich = "madeRichByLinks";
    if (linked && label.textFormat() != Qt::RichText) {
        label.setTextFormat(Qt::RichText);
        label.setProperty(kMadeRich, true);
    } else if (!linked && label.property(kMadeRich).toBool()) {
        label.setTextFormat(Qt::AutoText);
        label.setProperty(kMadeRich, false);
    }
    label.setText(text);
    if (!linked)
        return;
    label.setTextInteractionFlags(Qt::LinksAccessibleByMouse | Qt::LinksAccessibleByKeyboard);
    constexpr const char* kFollowed = "followsFieldLinks";
    if (label.property(kFollowed).toBool())
        return;
    label.setProperty(kFollowed, true);
    QObject::connect(&label, &QLabel::linkActivated, &label, [&label](const QString& link) {
        Desk* desk = deskOf(label);
        if (desk && link.startsWith(kScheme))
            desk->putHandInto(link.mid(kScheme.size()).toStdString());
    });
}

}  // namespace euryth::widgets
