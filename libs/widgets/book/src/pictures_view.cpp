// SPDX-License-Identifier: GPL-3.0-or-later
#include <QComboBox>
#include <QDir>
#include <QDragEnterEvent>
#include <QDropEvent>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QListWidget>
#include <QMimeData>

#include "app/language.hpp"
#include "app/work_edits.hpp"
#include "book/book_stage.hpp"
#include "book_views.hpp"
#include "files/photos.hpp"
#include "kit/choice_edit.hpp"
#include "kit/form_parts.hpp"
#include "kit/page_tools.hpp"
#include "kit/photo_tools.hpp"
#include "picture_canvas.hpp"

namespace euryth::widgets {

bool isPicture(const QString& file)
{
    static const QStringList endings{QStringLiteral("png"), QStringLiteral("jpg"), QStringLiteral("jpeg"),
                                     QStringLiteral("bmp")};
    return endings.contains(QFileInfo(file).suffix().toLower());
}

namespace {

class PicturesView : public QWidget {
public:
    PicturesView(Context context, Desk& desk, const Commands& commands) : m_context(context), m_desk(desk)
    {
        setAcceptDrops(true);
        auto* row = new QHBoxLayout(this);
        row->setContentsMargins(0, 0, 0, 0);
        row->setSpacing(8);
        row->addWidget(makeList(commands), 2);
        auto* shown = new Panel(tr("Picture"));
        m_shownPanel = shown;
        auto* beside = new QHBoxLayout;
        m_other = new PictureCanvas(context, "pictureBefore");
        m_picture = new PictureCanvas(context, "pictureChosen");
        beside->addWidget(m_other, 1);
        beside->addWidget(m_picture, 1);
        shown->body()->addLayout(beside, 1);
        shown->body()->addWidget(
            quietLabel(tr("Wheel or + and -: nearer; arrows or the mouse: along; 0: whole; R: a quarter turn.")));
        shown->body()->addWidget(makeForm());
        row->addWidget(shown, 6);
        whileSeen(context, this, [this] { refresh(); });
        connect(&context.session.shop(), &app::ShopDesk::changed, this, [this] {
            if (isVisible())
                refresh();
        });
        connect(m_picture, &PictureCanvas::turned, this, [this] { turn(); });
    }

protected:
    void dragEnterEvent(QDragEnterEvent* event) override
    {
        const auto urls = event->mimeData()->urls();
        if (std::ranges::any_of(urls, [](const QUrl& url) { return isPicture(url.toLocalFile()); }))
            event->acceptProposedAction();
    }
    void dropEvent(QDropEvent* event) override
    {
        QStringList files;
        for (const QUrl& url : event->mimeData()->urls()) {
            if (isPicture(url.toLocalFile()))
                files << url.toLocalFile();
        }
        takePictures(m_desk, files);
        event->acceptProposedAction();
    }

private:
    QWidget* makeList(const Commands& commands)
    {
        auto* panel = new Panel(tr("Pictures"));
        m_list = new QListWidget;
        m_list->setObjectName(QStringLiteral("pictures"));
        m_list->setIconSize({96, 64});
        m_list->setWordWrap(true);
        connect(m_list, &QListWidget::currentRowChanged, this, [this](int row) {
            if (m_filling || row < 0)
                return;
            m_chosen = static_cast<std::size_t>(row);
            m_context.workspace.refresh();
        });
        setFocusProxy(m_list);
        panel->body()->addWidget(m_list, 1);
        auto* add = new QPushButton(tr("Add…"));
        add->setObjectName(QStringLiteral("addPicture"));
        connect(add, &QPushButton::clicked, commands.action(command::AddPicture), &QAction::trigger);
        auto* remove = new QPushButton(tr("Remove"));
        remove->setObjectName(QStringLiteral("removePicture"));
        remove->setToolTip(tr("Out of the job; the file stays in its folder"));
        connect(remove, &QPushButton::clicked, this, [this] {
            if (const auto i = chosen())
                change(tr("Remove a picture"), [i](std::vector<job::Picture>& all) {
                    all.erase(all.begin() + static_cast<std::ptrdiff_t>(*i));
                });
        });
        auto* line = new QHBoxLayout;
        line->addWidget(add);
        line->addWidget(remove);
        panel->body()->addLayout(line);
        m_incoming = new QPushButton;
        m_incoming->setObjectName(QStringLiteral("incomingPictures"));
        m_incoming->setToolTip(tr("From the shop's folder for new pictures (Shop, settings)"));
        connect(m_incoming, &QPushButton::clicked, this, [this] { takePictures(m_desk, incoming()); });
        panel->body()->addWidget(m_incoming);
        return panel;
    }

    QWidget* makeForm()
    {
        m_form = new QWidget;
        auto* grid = newGrid();
        m_form->setLayout(grid);
        grid->setContentsMargins(0, 0, 0, 0);
        using P = job::Picture;
        const auto picture = [this](auto& job) {
            const auto i = chosen();
            return i ? &job.work.pictures[*i] : nullptr;
        };
        grid->addWidget(recordText<P>(m_context, tr("shows"), tr("A line for the customer's sheet"), "pictureNote",
                                      picture, &P::note),
                        0, 0);
        auto* state = new ChoiceEdit(
            m_context, {tr("taken"),
                        tr("Before and after of one place stand beside each other"),
                        {QString::fromUtf8(units::kUnknownText), tr("before"), tr("on the way"), tr("after")},
                        [this] {
                            const P* of = now();
                            return of && of->state ? 1 + static_cast<int>(*of->state) : 0;
                        },
                        [this](int value) {
                            changeOne(tr("Say when a picture was taken"), [value](P& of) {
                                of.state =
                                    value > 0 ? std::optional(static_cast<job::PictureState>(value - 1)) : std::nullopt;
                            });
                        }});
        state->box()->setObjectName(QStringLiteral("pictureState"));
        grid->addWidget(state, 0, 1);
        grid->addWidget(
            recordText<P>(m_context, tr("port"), tr("Which port it shows"), "picturePort", picture, &P::port), 1, 0);
        grid->addWidget(makeSector(), 2, 0);
        FormBuilder(m_context, *grid).add(1, 1, [this]() -> std::optional<app::FieldBinding> {
            const auto i = chosen();
            if (!i)
                return std::nullopt;
            return app::bind(
                job::field::pictureS, [i = *i](auto& job) -> auto& { return job.work.pictures[i].s; });
        });
        return m_form;
    }

    /// Where round the wall.
    QWidget* makeSector()
    {
        QStringList names{QString::fromUtf8(units::kUnknownText)};
        for (const geometry::Sector sector : geometry::kSectors)
            names << m_context.workspace.text(geometry::nameOf(sector));
        auto* edit = new ChoiceEdit(
            m_context, {tr("place"), tr("Which part of the wall it shows"), names,
                        [this] {
                            const job::Picture* of = now();
                            return of && of->sector ? 1 + static_cast<int>(geometry::index(*of->sector)) : 0;
                        },
                        [this](int value) {
                            changeOne(tr("Say what a picture shows"), [value](job::Picture& of) {
                                of.sector = value > 0
                                                ? std::optional(geometry::kSectors[static_cast<std::size_t>(value - 1)])
                                                : std::nullopt;
                            });
                        }});
        edit->box()->setObjectName(QStringLiteral("pictureSector"));
        return edit;
    }

    [[nodiscard]] std::optional<std::size_t> chosen() const
    {
        return chosenIn(m_context.workspace.job().work.pictures, m_chosen);
    }
    [[nodiscard]] const job::Picture* now() const
    {
        const auto i = chosen();
        return i ? &m_context.workspace.job().work.pictures[*i] : nullptr;
    }
    void change(const QString& what, const std::function<void(std::vector<job::Picture>&)>& how)
    {
        m_context.workspace.document().apply(what, [&](job::Job& job) { how(job.work.pictures); });
    }
    void changeOne(const QString& what, const std::function<void(job::Picture&)>& how)
    {
        if (const auto i = chosen())
            change(what, [&](std::vector<job::Picture>& all) { how(all[*i]); });
    }
    void turn()
    {
        changeOne(tr("Turn a picture"), [](job::Picture& of) {
            const int turns = (of.quarterTurns.value_or(0) + 1) % 4;
            of.quarterTurns = turns ? std::optional(turns) : std::nullopt;
        });
    }

    /// The picture from before of the same place, for one that is not from before.
    [[nodiscard]] const job::Picture* before() const
    {
        const job::Picture* of = now();
        if (!of || of->state == job::PictureState::Before || !of->state)
            return nullptr;
        const auto& all = m_context.workspace.job().work.pictures;
        const auto found = std::ranges::find_if(all, [&](const job::Picture& other) {
            return other.state == job::PictureState::Before && other.port == of->port && other.s == of->s;
        });
        return found == all.end() ? nullptr : &*found;
    }

    [[nodiscard]] QString pathOf(const job::Picture& picture) const
    {
        const std::string job = m_context.workspace.document().path().toStdString();
        return QString::fromStdString(files::photoPath(job, picture.file).string());
    }

    /// Pictures of the shop's folder for new ones that no picture of the job is called like.
    [[nodiscard]] QStringList incoming() const
    {
        const app::ShopDesk& shop = m_context.session.shop();
        if (shop.shop().incoming.empty() || shop.folder().isEmpty())
            return {};
        const QDir folder(QDir(shop.folder()).filePath(QString::fromStdString(shop.shop().incoming)));
        QStringList files;
        for (const QFileInfo& file : folder.entryInfoList(QDir::Files, QDir::Time)) {
            const std::string name = file.fileName().toStdString();
            const auto& all = m_context.workspace.job().work.pictures;
            const bool has =
                std::ranges::any_of(all, [&](const job::Picture& of) { return of.file.ends_with("/" + name); });
            if (isPicture(file.fileName()) && !has)
                files << file.absoluteFilePath();
        }
        return files;
    }

    void fillList()
    {
        const auto& pictures = m_context.workspace.job().work.pictures;
        m_list->clear();
        for (const job::Picture& picture : pictures) {
            QString why;
            const QPixmap small = readPicture(pathOf(picture), {96, 64}, why, picture.quarterTurns.value_or(0));
            QString text = QString::fromStdString(picture.note.empty() ? picture.file : picture.note);
            if (!picture.port.empty())
                text = QString::fromStdString(picture.port) + QStringLiteral(": ") + text;
            if (small.isNull())
                text += QStringLiteral("\n") + tr("▲ cannot be shown: %1").arg(why);
            m_list->addItem(new QListWidgetItem(QIcon(small), text));
        }
    }

    void refresh()
    {
        m_filling = true;
        const auto& pictures = m_context.workspace.job().work.pictures;
        const QString path = m_context.workspace.document().path();
        if (pictures != m_listed || path != m_listedOf) {
            fillList();
            m_listed = pictures;
            m_listedOf = path;
        }
        const auto i = chosen();
        if (i)
            m_list->setCurrentRow(static_cast<int>(*i));
        m_form->setEnabled(i.has_value());
        const auto show = [this](PictureCanvas& canvas, const job::Picture* picture, const QString& name) {
            canvas.setPicture(picture ? pathOf(*picture) : QString(), picture ? picture->quarterTurns.value_or(0) : 0,
                              name);
        };
        const job::Picture* other = before();
        m_other->setVisible(other != nullptr);
        show(*m_other, other, tr("before"));
        show(*m_picture, now(), other ? tr("after") : QString());
        m_shownPanel->setTitle(i ? QString::fromStdString(pictures[*i].note) : tr("No picture yet"));
        const auto fresh = incoming();
        m_incoming->setVisible(!fresh.isEmpty());
        m_incoming->setText(tr("Take %1 new").arg(fresh.size()));
        m_filling = false;
    }

    Context m_context;
    Desk& m_desk;
    std::size_t m_chosen = 0;
    bool m_filling = false;
    std::vector<job::Picture> m_listed;
    QString m_listedOf = QStringLiteral("?");
    QListWidget* m_list = nullptr;
    QPushButton* m_incoming = nullptr;
    Panel* m_shownPanel = nullptr;
    PictureCanvas* m_other = nullptr;
    PictureCanvas* m_picture = nullptr;
    QWidget* m_form = nullptr;
};

}  // namespace

void takePictures(Desk& desk, const QStringList& files)
{
    const QString job = desk.workspace().document().path();
    if (job.isEmpty())
        return desk.tell(tr("Save the job first"), tr("Pictures are kept in a folder beside the job's file."));
    QStringList troubles;
    std::vector<job::Picture> taken;
    for (const QString& file : files) {
        QString why;
        if (readPicture(file, {32, 32}, why).isNull()) {
            troubles << tr("%1 is no picture that can be read: %2").arg(QFileInfo(file).fileName(), why);
            continue;
        }
        const auto name = files::takePhoto(job.toStdString(), file.toStdString());
        if (!name) {
            troubles << app::shown(name.error());
            continue;
        }
        job::Picture& picture = taken.emplace_back();
        picture.file = *name;
        if (const job::Port* port = desk.workspace().port())
            picture.port = port->id;
    }
    if (!taken.empty())
        desk.editJob(tr("Add pictures"), [&](job::Job& of) {
            of.work.pictures.insert(of.work.pictures.end(), taken.begin(), taken.end());
        });
    if (!troubles.isEmpty())
        desk.tell(tr("Not all pictures are kept"), troubles.join(QLatin1Char('\n')));
}

QWidget* makePicturesView(Context context, Desk& desk, const Commands& commands)
{
    return new PicturesView(context, desk, commands);
}

}  // namespace euryth::widgets
