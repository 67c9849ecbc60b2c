// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/viscous_runs.hpp"

#include <algorithm>

#include <QCoreApplication>
#include <QDateTime>

#include "app/background.hpp"
#include "app/language.hpp"
#include "port_field/what_if.hpp"

namespace euryth::app {

namespace {

std::filesystem::path runFolderOf(const QString& job) { return viscous::runFolder(job.toStdString()); }

}  // namespace

ViscousRuns::ViscousRuns(const Workspace& workspace, Clock clock, QObject* parent)
    : QObject(parent),
      m_workspace(workspace),
      m_clock(std::move(clock))
{
    m_pool.setMaxThreadCount(1);
    m_files.setMaxThreadCount(1);
    connect(&workspace, &Workspace::refreshed, this, &ViscousRuns::followFile);
    followFile();
}

ViscousRuns::~ViscousRuns()
{
    m_stop.request_stop();
    m_pool.clear();
    m_pool.waitForDone();
    m_files.waitForDone();  // what is being kept is kept
}

const ViscousRuns::Item* ViscousRuns::current() const
{
    const Item* last = nullptr;
    for (const Item& item : m_items) {
        if (item.state == State::Running)
            return &item;
        if (item.state != State::Waiting)
            last = &item;
    }
    return last;
}

ViscousRuns::Item* ViscousRuns::find(quint64 id)
{
    const auto found = std::ranges::find(m_items, id, &Item::id);
    return found == m_items.end() ? nullptr : &*found;
}

double ViscousRuns::expectedSeconds(port_field::Quality quality) const
{
    const double usual = viscous::expectedSeconds(quality, m_how.cores);
    const auto& took = m_took.at(static_cast<std::size_t>(quality));
    return took ? usual * *took : usual;
}

void ViscousRuns::add(const Wish& wish)
{
    const bool waits = std::ranges::any_of(m_items, [&](const Item& item) {
        return (item.state == State::Waiting || item.state == State::Running) && item.wish.port == wish.port &&
               item.wish.quality == wish.quality && port_field::sameShape(item.wish.shape, wish.shape);
    });
    if (waits)
        return;
    m_items.push_back({++m_last, wish, State::Waiting, {}, {}, 0.0});
    if (!isWorking())
        next();
    emit changed();
}

void ViscousRuns::next()
{
    const auto waiting = std::ranges::find(m_items, State::Waiting, &Item::state);
    if (waiting == m_items.end())
        return;
    waiting->state = State::Running;
    m_running = waiting->id;
    m_stop = std::stop_source();
    const viscous::Task task{waiting->wish.shape, waiting->wish.at, waiting->wish.quality,
                             m_how.cores,         m_how.limit,      m_how.programs};
    m_pool.start([this, id = waiting->id, task, stop = m_stop.get_token()] {
        QElapsedTimer clock;
        clock.start();
        constexpr double milli = 1e-3;
        const auto tell = [&](const viscous::Progress& step) {
            const double seconds = static_cast<double>(clock.elapsed()) * milli;
            QMetaObject::invokeMethod(
                this,
                [this, id, step, seconds] {
                    if (Item* item = find(id)) {
                        item->history.push_back(step);
                        item->seconds = seconds;
                        emit changed();
                    }
                },
                Qt::QueuedConnection);
        };
        const auto solved = guarded([&] { return viscous::solve(task, tell, stop); },
                                    [](const std::string& fault) {
                                        return tl::expected<viscous::Solved, viscous::Failure>(
                                            tl::unexpect, viscous::Failure{verbatim(fault)});
                                    });
        const double seconds = static_cast<double>(clock.elapsed()) * milli;
        QMetaObject::invokeMethod(
            this, [this, id, solved, seconds] { ended(id, solved, seconds); }, Qt::QueuedConnection);
    });
}

void ViscousRuns::ended(quint64 id, const tl::expected<viscous::Solved, viscous::Failure>& solved, double seconds)
{
    m_running = 0;
    Item* item = find(id);
    if (item) {
        item->seconds = seconds;
        item->state = solved ? State::Done : solved.error().stopped ? State::Stopped : State::Failed;
        if (item->state == State::Failed)
            item->message = shown(solved.error().why);
        if (solved) {
            m_took.at(static_cast<std::size_t>(solved->quality)) =
                solved->seconds / viscous::expectedSeconds(solved->quality, solved->cores);
            const auto now = m_clock().toString(Qt::ISODate).toStdString();
            take({item->wish.port, item->wish.variant, now, *solved});
        }
    }
    next();
    emit changed();
}

void ViscousRuns::take(viscous::StoredRun run)
{
    const auto result = std::make_shared<const Result>(std::move(run));
    hold(result);
    keep(result);
    emit arrived();
    emit changed();
}

/// In the place of an older one of the same shape and quality.
void ViscousRuns::hold(const std::shared_ptr<const Result>& result)
{
    const auto& solved = result->solved;
    std::erase_if(m_results, [&](const auto& other) {
        return other->solved.quality == solved.quality && other->port == result->port &&
               other->variant == result->variant;
    });
    m_results.push_back(result);
}

void ViscousRuns::keep(const std::shared_ptr<const Result>& result)
{
    if (m_path.isEmpty())
        return;
    ++m_filing;
    m_files.start([this, folder = runFolderOf(m_path), result] {
        const auto kept =
            guarded([&] { return viscous::keep(folder, *result); },
                    [](const std::string& fault) { return tl::expected<void, Phrase>(tl::unexpect, verbatim(fault)); });
        QMetaObject::invokeMethod(
            this,
            [this, kept] {
                --m_filing;
                if (!kept)
                    m_trouble = tr("The run could not be kept: %1").arg(shown(kept.error()));
                emit changed();
            },
            Qt::QueuedConnection);
    });
}

/// A job that has been saved for the first time, or under another name, takes its runs with it; another job has its
/// own.
void ViscousRuns::followFile()
{
    const QString path = m_workspace.document().path();
    const quint64 identity = m_workspace.document().identity();
    if (path == m_path && identity == m_identity)
        return;
    m_path = path;
    m_identity = identity;
    m_trouble.clear();
    const auto& ports = m_workspace.job().ports;
    std::erase_if(m_results, [&](const auto& result) {
        return std::ranges::none_of(ports, [&](const job::Port& port) {
            if (port.id != result->port)
                return false;
            const auto shape = port_field::shapeOf(port, analysis::measure(m_workspace.job(), port));
            return shape && port_field::sameShape(*shape, result->solved.air->port().shape());
        });
    });
    if (path.isEmpty())
        return;
    for (const auto& result : m_results)
        keep(result);
    ++m_filing;
    m_files.start([this, path] {
        auto kept = guarded([&] { return viscous::keptRuns(runFolderOf(path)); },
                            [](const std::string& fault) {
                                viscous::KeptRuns none;
                                none.troubles.push_back(verbatim(fault));
                                return none;
                            });
        std::vector<std::shared_ptr<const Result>> results;
        for (auto& run : kept.runs)
            results.push_back(std::make_shared<const Result>(std::move(run)));
        QMetaObject::invokeMethod(
            this,
            [this, path, results, troubles = kept.troubles] {
                --m_filing;
                if (path == m_path) {
                    for (const auto& result : results)
                        hold(result);
                    QStringList lines;
                    for (const Phrase& trouble : troubles)
                        lines << tr("A kept run cannot be used: %1").arg(shown(trouble));
                    m_trouble = lines.join(QLatin1Char('\n'));
                    emit arrived();
                }
                emit changed();
            },
            Qt::QueuedConnection);
    });
}

void ViscousRuns::stop(quint64 id)
{
    Item* item = find(id);
    if (!item)
        return;
    if (item->state == State::Running)
        m_stop.request_stop();
    if (item->state == State::Waiting)
        item->state = State::Stopped;
    emit changed();
}

void ViscousRuns::stopAll()
{
    for (Item& item : m_items) {
        if (item.state == State::Waiting)
            item.state = State::Stopped;
    }
    m_stop.request_stop();
    emit changed();
}

void ViscousRuns::clearEnded()
{
    std::erase_if(m_items, [](const Item& i) { return i.state != State::Waiting && i.state != State::Running; });
    emit changed();
}

std::vector<std::shared_ptr<const ViscousRuns::Result>> ViscousRuns::all(const port_field::PortShape& shape) const
{
    std::vector<std::shared_ptr<const Result>> fitting;
    for (const auto& result : m_results) {
        if (port_field::sameShape(result->solved.air->port().shape(), shape))
            fitting.push_back(result);
    }
    std::ranges::stable_sort(fitting, std::greater{}, [](const auto& r) { return r->solved.quality; });
    return fitting;
}

std::shared_ptr<const ViscousRuns::Result> ViscousRuns::best(const port_field::PortShape& shape) const
{
    const auto fitting = all(shape);
    return fitting.empty() ? nullptr : fitting.front();
}

std::shared_ptr<const ViscousRuns::Result> ViscousRuns::stale(const std::string& port, viscous::Variant variant,
                                                              const port_field::PortShape& shape) const
{
    if (best(shape))
        return nullptr;
    const auto found = std::ranges::find_if(
        m_results, [&](const auto& result) { return result->port == port && result->variant == variant; });
    return found == m_results.end() ? nullptr : *found;
}

void ViscousRuns::finish()
{
    while (isWorking() || m_filing > 0)
        QCoreApplication::processEvents(QEventLoop::ExcludeUserInputEvents | QEventLoop::WaitForMoreEvents);
}

port_field::Quality secondMeshOf(port_field::Quality quality)
{
    return quality == port_field::Quality::Fine     ? port_field::Quality::Normal
           : quality == port_field::Quality::Normal ? port_field::Quality::Coarse
                                                    : port_field::Quality::Normal;
}

namespace {

void wishPort(const Workspace& workspace, std::size_t index, const Known<port_field::PortAir>& air,
              const RunChoice& choice, Wishes& wishes)
{
    const job::Port& port = workspace.job().ports[index];
    const auto& analysis = workspace.analysisOf(index);
    const auto wish = [&](viscous::Variant variant, const Known<port_field::PortShape>& shape) {
        if (!shape || !air) {
            wishes.missing.push_back(say("missing.run-of", {{"port", port.id},
                                                            {"variant", viscous::nameOf(variant)},
                                                            {"what", shape ? air.missing : shape.missing}}));
            return;
        }
        wishes.runs.push_back({port.id, variant, *shape, *air, choice.quality});
        if (choice.secondMesh)
            wishes.runs.push_back({port.id, variant, *shape, *air, secondMeshOf(choice.quality)});
    };
    const auto shape = port_field::shapeOf(port, analysis);
    wish(viscous::Variant::AsItIs, shape);
    if (choice.afterCuts) {
        auto cut = shape ? port_field::afterCuts(*shape, analysis) : std::nullopt;
        const Phrase missing = cut ? Phrase() : shape ? say("missing.a-cut-plan") : shape.missing;
        wish(viscous::Variant::AfterCuts, {std::move(cut), missing});
    }
    if (choice.asPlanned)
        wish(viscous::Variant::AsPlanned, port_field::plannedShape(workspace.job(), port, analysis));
}

}  // namespace

Wishes wishesOf(const Workspace& workspace, const Known<port_field::PortAir>& air, const RunChoice& choice)
{
    Wishes wishes;
    const auto& job = workspace.job();
    for (std::size_t i = 0; i < job.ports.size(); ++i) {
        if (i == workspace.portIndex()) {
            wishPort(workspace, i, air, choice, wishes);
            continue;
        }
        if (!choice.allPorts || job.ports[i].stations.size() < 2)
            continue;
        const auto own = port_field::portAir(job, job.ports[i], workspace.analysisOf(i), std::nullopt, nullptr);
        wishPort(workspace, i, own, choice, wishes);
    }
    return wishes;
}

std::optional<MeshChange> meshChange(const ViscousRuns& runs, const port_field::PortShape& shape)
{
    const auto all = runs.all(shape);
    if (all.size() < 2)
        return std::nullopt;
    const auto& finer = all[0]->solved;
    const auto& coarser = all[1]->solved;
    // At one flow, which the numbers of the coarser one are not otherwise.
    constexpr double same = 1e-3;
    if (std::abs(coarser.air->at().flow / finer.air->at().flow - 1.0) > same)
        return std::nullopt;
    return MeshChange{coarser.quality, finer.quality, keyNumbers(*coarser.air), keyNumbers(*finer.air)};
}

}  // namespace euryth::app
