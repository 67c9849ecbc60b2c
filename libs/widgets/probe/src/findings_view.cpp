// SPDX-License-Identifier: GPL-3.0-or-later
#include <QAction>
#include <QComboBox>
#include <QHBoxLayout>
#include <QListWidget>
#include <QVBoxLayout>

#include "analysis/pins.hpp"
#include "bench_views.hpp"
#include "job/describe.hpp"
#include "kit/choice_edit.hpp"
#include "kit/form_builder.hpp"
#include "kit/form_parts.hpp"
#include "kit/page_tools.hpp"
#include "kit/photo_tools.hpp"
#include "kit/section_canvases.hpp"
#include "probe/probe_stage.hpp"

namespace euryth::widgets {

using units::Kind;

namespace {

QStringList kindNames(const app::Workspace& w)
{
    QStringList names;
    for (std::size_t i = 0; i < job::kPinKeys.size(); ++i)
        names << w.text(analysis::nameOf(static_cast<job::PinKind>(i)));
    return names;
}

QStringList sectorNames(const app::Workspace& w)
{
    QStringList names{tr("all round")};
    for (const geometry::Sector s : geometry::kSectors)
        names << w.text(geometry::nameOf(s));
    return names;
}

class FindingsView : public QWidget {
public:
    FindingsView(Desk& desk, const Commands& commands) : m_desk(desk), m_context(desk.context())
    {
        setObjectName(QStringLiteral("findings"));
        auto* row = new QHBoxLayout(this);
        row->setContentsMargins(0, 0, 0, 0);
        row->setSpacing(8);
        auto* left = new QVBoxLayout;
        left->setSpacing(8);
        auto* map = new Panel(tr("The wall unrolled"));
        map->setNote(tr("click twice to pin a finding to a place"));
        m_map = new PeelCanvas(m_context);
        m_map->setObjectName(QStringLiteral("findingsMap"));
        m_map->setShows(drawing::PeelShows::Findings);
        connect(m_map, &PeelCanvas::placeWanted, this, [this](Length s, geometry::Sector sector) { add(s, sector); });
        map->body()->addWidget(m_map, 1);
        left->addWidget(map, 3);
        auto* section = new Panel(tr("Section"));
        section->body()->addWidget(new SectionCanvas(m_context, SectionCanvas::Shows::Sizes), 1);
        left->addWidget(section, 3);
        row->addLayout(left, 3);
        row->addWidget(makeForm(commands), 2);
        setFocusProxy(m_list);
        keepUpToDate(m_context, this, [this] { refresh(); });
    }

private:
    [[nodiscard]] app::Workspace& workspace() const { return m_context.workspace; }

    [[nodiscard]] const job::Pin* pin() const
    {
        const job::Port* port = workspace().port();
        return port && workspace().pin() ? &port->pins[*workspace().pin()] : nullptr;
    }

    QString edit(const QString& text, const std::function<void(job::Pin&)>& change)
    {
        const auto port = workspace().portIndex();
        const auto at = workspace().pin();
        if (!port || !at)
            return tr("choose a finding first");
        return workspace().document().edit(text, [&](job::Job& job) { change(job.ports[*port].pins[*at]); });
    }

    void add(Length s, std::optional<geometry::Sector> sector)
    {
        const auto index = workspace().portIndex();
        if (!index)
            return;
        job::Pin pin;
        pin.id = analysis::nextPinId(*workspace().port());
        pin.s = s;
        pin.sector = sector;
        const std::size_t at = workspace().port()->pins.size();
        if (workspace().document().apply(tr("Add finding"),
                                         [&](job::Job& job) { job.ports[*index].pins.push_back(pin); }))
            workspace().choosePin(at);
    }

    QWidget* makeForm(const Commands& commands)
    {
        auto* panel = new Panel(tr("Findings"));
        m_list = new QListWidget;
        m_list->setObjectName(QStringLiteral("findingsList"));
        m_list->setAccessibleName(tr("Findings of this port"));
        m_list->setMinimumHeight(70);
        connect(m_list, &QListWidget::currentRowChanged, this, [this](int chosen) {
            if (!m_filling && chosen >= 0)
                workspace().choosePin(static_cast<std::size_t>(chosen));
        });
        panel->body()->addWidget(m_list, 1);
        auto* buttons = listButtons(
            tr("Add a finding"), tr("Remove"), [&commands] { commands.trigger(command::AddFinding); },
            [&commands] { commands.trigger(command::RemoveFinding); });
        buttons->setObjectName(QStringLiteral("findingButtons"));
        panel->body()->addWidget(buttons);
        auto* grid = new QGridLayout;
        grid->setVerticalSpacing(6);
        auto* form = new QWidget;
        form->setLayout(grid);
        addNumbers(*grid);
        addChoices(*grid);
        addTexts(*grid);
        panel->body()->addWidget(scrolled(form), 2);
        return panel;
    }

    void addNumbers(QGridLayout& grid)
    {
        FormBuilder build(m_context, grid);
        const Context context = m_context;
        const auto number = [&](int row, int column, const auto& field, auto member) {
            build.add(row, column, [=]() -> std::optional<app::FieldBinding> {
                const auto port = context.workspace.portIndex();
                const auto at = context.workspace.pin();
                if (!port || !at)
                    return std::nullopt;
                return app::bind(
                    field, [=](auto& job) -> auto& { return job.ports[*port].pins[*at].*member; });
            });
        };
        number(2, 0, job::field::pinS, &job::Pin::s);
        number(4, 0, job::field::pinLift, &job::Pin::lift);
        number(5, 0, job::field::pinWidth, &job::Pin::width);
    }

    void addChoices(QGridLayout& grid)
    {
        grid.addWidget(new ChoiceEdit(m_context, {tr("what"), tr("What was found"), kindNames(workspace()),
                                                  [this] { return pin() ? static_cast<int>(pin()->kind) : 0; },
                                                  [this](int i) {
                                                      edit(tr("Kind of finding"),
                                                           [i](job::Pin& p) { p.kind = static_cast<job::PinKind>(i); });
                                                  }}),
                       0, 0);
        grid.addWidget(
            new ChoiceEdit(m_context, {tr("means"),
                                       tr("What it means for the cutting"),
                                       {tr("nothing yet"), tr("cut it"), tr("leave it")},
                                       [this] { return pin() && pin()->asks ? 1 + static_cast<int>(*pin()->asks) : 0; },
                                       [this](int i) {
                                           edit(tr("What a finding asks for"), [i](job::Pin& p) {
                                               p.asks = i > 0 ? std::optional(static_cast<job::PinAsks>(i - 1))
                                                              : std::nullopt;
                                           });
                                       }}),
            1, 0);
        grid.addWidget(
            new ChoiceEdit(
                m_context,
                {tr("wall"), tr("Side of the wall"), sectorNames(workspace()),
                 [this] { return pin() && pin()->sector ? 1 + static_cast<int>(geometry::index(*pin()->sector)) : 0; },
                 [this](int i) {
                     edit(tr("Side of a finding"), [i](job::Pin& p) {
                         p.sector =
                             i > 0 ? std::optional(geometry::kSectors[static_cast<std::size_t>(i - 1)]) : std::nullopt;
                     });
                 }}),
            3, 0);
    }

    TextEdit* text(const char* name, const QString& label, const QString& tip, std::string job::Pin::*member)
    {
        TextEdit::Source source;
        source.label = label;
        source.tip = tip;
        source.get = [this, member] { return pin() ? QString::fromStdString(pin()->*member) : QString(); };
        source.set = [this, member, label](const QString& typed) {
            return edit(label, [&](job::Pin& p) { p.*member = typed.trimmed().toStdString(); });
        };
        auto* field = new TextEdit(m_context, std::move(source));
        field->edit()->setObjectName(QString::fromLatin1(name));
        return field;
    }

    void addTexts(QGridLayout& grid)
    {
        grid.addWidget(text("findingText", tr("said"), tr("In your words"), &job::Pin::text), 6, 0);
        grid.addWidget(text("findingState", tr("state"), tr("Of the port: before, after cut ..."), &job::Pin::state), 7,
                       0);
        auto* photo = new QPushButton(tr("Picture…"));
        photo->setObjectName(QStringLiteral("findingPhoto"));
        connect(photo, &QPushButton::clicked, this, [this] {
            if (!pin())
                return;
            const QString name = takePhoto(m_desk, tr("Picture of this finding"));
            if (!name.isEmpty())
                edit(tr("Picture of a finding"), [&](job::Pin& p) { p.photo = name.toStdString(); });
        });
        grid.addWidget(photo, 8, 0);
        auto* shown = newPhotoButton(m_context, [this] { return pin() ? pin()->photo : std::string(); });
        shown->setObjectName(QStringLiteral("findingShown"));
        grid.addWidget(shown, 9, 0);
        auto* caution =
            quietLabel(tr("Cracks and breakthroughs are a qualified shop's to weld; pressure-test the head "
                          "after. Dye and solvents: gloves, air, no flame."));
        caution->setWordWrap(true);
        grid.addWidget(caution, 10, 0);
        grid.setRowStretch(11, 1);
    }

    [[nodiscard]] QString line(const job::Pin& p) const
    {
        QStringList parts{QString::fromStdString(p.id), workspace().text(analysis::nameOf(p.kind))};
        if (p.s)
            parts << workspace().text(Kind::Position, p.s->si());
        if (p.sector)
            parts << workspace().text(geometry::nameOf(*p.sector));
        if (!p.text.empty())
            parts << QString::fromStdString(p.text);
        return parts.join(QStringLiteral("  "));
    }

    void refresh()
    {
        m_filling = true;
        QStringList lines;
        const job::Port* port = workspace().port();
        for (std::size_t i = 0; port && i < port->pins.size(); ++i)
            lines << line(port->pins[i]);
        while (m_list->count() > lines.size())
            delete m_list->takeItem(m_list->count() - 1);
        for (int i = 0; i < lines.size(); ++i) {
            if (i >= m_list->count())
                m_list->addItem(lines[i]);
            else if (m_list->item(i)->text() != lines[i])
                m_list->item(i)->setText(lines[i]);
        }
        m_list->setCurrentRow(workspace().pin() ? static_cast<int>(*workspace().pin()) : -1);
        m_filling = false;
    }

    Desk& m_desk;
    Context m_context;
    PeelCanvas* m_map = nullptr;
    QListWidget* m_list = nullptr;
    bool m_filling = false;
};

}  // namespace

QWidget* makeFindingsView(Desk& desk, const Commands& commands) { return new FindingsView(desk, commands); }

}  // namespace euryth::widgets
