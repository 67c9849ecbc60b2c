// SPDX-License-Identifier: GPL-3.0-or-later
#include "kit/photo_tools.hpp"

#include <QDialog>
#include <QImageReader>
#include <QLabel>
#include <QVBoxLayout>

#include "app/language.hpp"
#include "files/photos.hpp"

namespace euryth::widgets {

namespace {

constexpr QSize kSmall{220, 96};

QString pathOf(Context context, const std::string& name)
{
    const std::string job = context.workspace.document().path().toStdString();
    return QString::fromStdString(files::photoPath(job, name).string());
}

void showLarge(QWidget* beside, const QString& title, const QString& path)
{
    QString why;
    const QPixmap picture = readPicture(path, beside->window()->size() - QSize(40, 80), why);
    if (picture.isNull())
        return;
    QDialog dialog(beside->window());
    dialog.setObjectName(QStringLiteral("photoDialog"));
    dialog.setWindowTitle(title);
    auto* label = new WrapLabel;
    label->setPixmap(picture);
    label->setAlignment(Qt::AlignCenter);
    (new QVBoxLayout(&dialog))->addWidget(label);
    dialog.exec();
}

}  // namespace

QPixmap readPicture(const QString& path, QSize most, QString& why, int quarterTurns)
{
    QImageReader reader(path);
    reader.setAutoTransform(true);
    // Scaled while it is read: a telephone's picture of 48 million points is never held whole.
    if (const QSize size = reader.size(); size.isValid())
        reader.setScaledSize(size.scaled(most, Qt::KeepAspectRatio).boundedTo(size));
    QImage image = reader.read();
    if (image.isNull())
        why = reader.errorString();
    else if (quarterTurns % 4 != 0)
        image = image.transformed(QTransform().rotate(90.0 * quarterTurns));
    return QPixmap::fromImage(image);
}

QString takePhoto(Desk& desk, const QString& title)
{
    const QString job = desk.workspace().document().path();
    if (job.isEmpty()) {
        desk.tell(QObject::tr("Save the job first"), QObject::tr("Photos are kept in a folder beside the job's file."));
        return {};
    }
    const QString path = desk.prompts().takeFrom(desk.window(), title,
                                                 QObject::tr("Pictures (*.png *.jpg *.jpeg *.bmp);;All files (*)"));
    if (path.isEmpty())
        return {};
    const auto name = files::takePhoto(job.toStdString(), path.toStdString());
    if (!name) {
        desk.tell(QObject::tr("The photo is not kept"), app::shown(name.error()));
        return {};
    }
    return QString::fromStdString(*name);
}

QPushButton* newPhotoButton(Context context, std::function<std::string()> name)
{
    auto* button = new QPushButton;
    button->setFlat(true);
    button->setIconSize(kSmall);
    auto refresh = [context, button, name, seen = QString()]() mutable {
        const std::string now = name();
        button->setVisible(!now.empty());
        const QString path = now.empty() ? QString() : pathOf(context, now);
        if (path == seen)
            return;
        seen = path;
        if (path.isEmpty())
            return;
        QString why;
        const QPixmap small = readPicture(path, kSmall, why);
        button->setIcon(QIcon(small));
        button->setFixedHeight(small.isNull() ? button->sizeHint().height() : small.height() + 10);
        button->setText(small.isNull() ? QObject::tr("The picture cannot be shown: %1").arg(why) : QString());
        button->setToolTip(QObject::tr("%1: press to see it large").arg(QString::fromStdString(now)));
        button->setAccessibleName(QObject::tr("Picture %1").arg(QString::fromStdString(now)));
    };
    QObject::connect(&context.workspace, &app::Workspace::refreshed, button, refresh);
    QObject::connect(button, &QPushButton::clicked, button, [context, button, name] {
        showLarge(button, QString::fromStdString(name()), pathOf(context, name()));
    });
    button->hide();
    refresh();
    return button;
}

}  // namespace euryth::widgets
