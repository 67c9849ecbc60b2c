// SPDX-License-Identifier: GPL-3.0-or-later
// Every text of the window comes out of a catalogue: in the pseudo-language each is marked and a third longer.
#include <catch2/catch.hpp>

#include <QPaintEngine>
#include <QTest>

#include <algorithm>
#include <filesystem>
#include <regex>
#include <set>

#include "app/language.hpp"
#include "files/house_file.hpp"
#include "job/plans.hpp"
#include "shell/help.hpp"
#include "support/window_fixture.hpp"
#include "work/templates.hpp"

namespace {

/// A paint device that draws nothing and keeps every text that is painted.
class TextCatcher : public QPaintDevice {
public:
    explicit TextCatcher(QSize size) : m_size(size), m_engine(*this) {}
    [[nodiscard]] QPaintEngine* paintEngine() const override { return &m_engine; }
    QStringList texts;

protected:
    [[nodiscard]] int metric(PaintDeviceMetric which) const override
    {
        constexpr int dpi = 96;
        switch (which) {
        case PdmWidth: return m_size.width();
        case PdmHeight: return m_size.height();
        case PdmWidthMM: return m_size.width() * 254 / (dpi * 10);
        case PdmHeightMM: return m_size.height() * 254 / (dpi * 10);
        case PdmNumColors: return 1 << 24;
        case PdmDepth: return 32;
        case PdmDevicePixelRatio: return 1;
        case PdmDevicePixelRatioScaled: return static_cast<int>(devicePixelRatioFScale());
        default: return dpi;
        }
    }

private:
    class Engine : public QPaintEngine {
    public:
        explicit Engine(TextCatcher& catcher) : QPaintEngine(AllFeatures), m_catcher(catcher) {}
        bool begin(QPaintDevice*) override { return true; }
        bool end() override { return true; }
        void updateState(const QPaintEngineState&) override {}
        void drawPixmap(const QRectF&, const QPixmap&, const QRectF&) override {}
        void drawImage(const QRectF&, const QImage&, const QRectF&, Qt::ImageConversionFlags) override {}
        void drawPath(const QPainterPath&) override {}
        void drawPolygon(const QPointF*, int, PolygonDrawMode) override {}
        void drawTextItem(const QPointF&, const QTextItem& item) override { m_catcher.texts << item.text(); }
        [[nodiscard]] Type type() const override { return User; }

    private:
        TextCatcher& m_catcher;
    };
    QSize m_size;
    mutable Engine m_engine;
};

void takeWords(const std::string& text, std::set<std::string>& words)
{
    static const std::regex word("[A-Za-z]+");
    for (auto it = std::sregex_iterator(text.begin(), text.end(), word); it != std::sregex_iterator(); ++it)
        words.insert(it->str());
}

/// Words that are nobody's to translate: what was typed, units, names of keys, formats and formulas.
std::set<std::string> plainWords(const job::Job& job)
{
    std::set<std::string> words{"Ctrl", "Shift", "Alt", "Ins", "Del", "Euryth", "inH2O", "inHg", "Mach", "Insert"};
    const auto take = [&](const std::string& text) { takeWords(text, words); };
    for (const job::WorkTemplate& of : work::shippedTemplates())
        take(of.kind);  // data, as a shop has its own
    const job::Work& book = job.work;
    for (const std::string* text : {&book.kind, &book.marks, &book.came, &book.found, &book.wishes, &book.leftAlone,
                                    &book.nextOwner, &book.customer.name, &book.customer.reach, &book.clock.person})
        take(*text);
    for (const job::Operation& operation : book.operations)
        take(operation.id + " " + operation.who + " " + operation.note);
    for (const job::Part& part : book.parts)
        take(part.id + " " + part.from + " " + part.note);
    for (const job::WorkedTime& worked : book.hours)
        take(worked.operation + " " + worked.person);
    take(job.title);
    take(job.engine.use);
    take(job.house.name);
    take(job.house.why);
    for (const job::Casting& casting : job.castings) {
        take(casting.material);
        take(casting.note);
    }
    for (const job::Chamber& chamber : job.chambers)
        take(chamber.when + " " + chamber.state);
    for (const job::BenchRecord& bench : job.benches)
        take(bench.id);
    for (const job::Port& port : job.ports) {
        for (const job::ProbeSet& set : port.probes)
            take(set.state);
        for (const job::Pin& pin : port.pins)
            take(pin.text + " " + pin.state);
        for (const job::LeakTest& test : port.leakTests)
            take(test.fluid + " " + test.place);
        take(port.id);
        take(port.material);
        take(job::currentPlan(port).name);
        take(port.planNote);
        for (const job::NamedPlan& plan : port.plans) {
            take(plan.name);
            take(plan.note);
        }
        for (const job::FlowTest& test : port.flow)
            take(test.id + " " + test.state);
        for (const job::Acceptance& accepted : port.accepted)
            take(accepted.reason);
    }
    return words;
}

/// The plain words of a text that have vowels without a mark: they have escaped the catalogue.
std::vector<std::string> escaped(const QString& text, const std::set<std::string>& plain)
{
    static const std::regex word("[A-Za-z\\x80-\\xff]{4,}");
    const auto isPlain = [&](const std::string& found) {
        // A name that was cut off for want of room is one still.
        if (const auto cut = found.find("\u2026"); cut != std::string::npos)
            return std::ranges::any_of(plain, [&](const auto& name) { return name.starts_with(found.substr(0, cut)); });
        return plain.contains(found);
    };
    static const std::regex vowel("[aeiouAEIOU]");
    std::vector<std::string> found;
    QString plainSpaces = text;
    const std::string all = plainSpaces.replace(QChar::Nbsp, QLatin1Char(' ')).toStdString();
    for (auto it = std::sregex_iterator(all.begin(), all.end(), word); it != std::sregex_iterator(); ++it) {
        if (std::regex_search(it->str(), vowel) && !isPlain(it->str()))
            found.push_back(it->str());
    }
    return found;
}

struct InPseudo {
    words::Catalogue catalogue = words::Catalogue::pseudo();
    InPseudo() { app::setLanguage(catalogue); }
    ~InPseudo() { app::setLanguage(words::Catalogue::english()); }
};

}  // namespace

TEST_CASE("no text of any view escapes the catalogue, and a third longer it still fits the window")
{
    const InPseudo pseudo;
    WindowFixture f;
    auto plain = plainWords(f.workspace.job());
    for (const auto& file : std::filesystem::directory_iterator(EURYTH_HOUSES)) {
        const auto house = files::loadHouse(file.path());
        REQUIRE(house);
        takeWords(house->name, plain);
    }
    std::set<std::string> seen;
    int texts = 0;
    for (const widgets::StageInfo& stage : f.window.stages()) {
        f.trigger(widgets::stageCommand(stage.id));
        const int views = std::max<int>(1, static_cast<int>(f.window.page().views().size()));
        for (int view = 0; view < views; ++view) {
            f.window.page().showView(view);
            f.session.virtualProbe().solver().finish();
            (void)f.session.engine().finish();
            f.settle();
            TextCatcher catcher(f.window.size());
            f.window.render(&catcher);
            CAPTURE(stage.id.key, view);
            CHECK(catcher.texts.size() > 40);
            texts += static_cast<int>(catcher.texts.size());
            for (const QString& text : catcher.texts) {
                for (const std::string& word : escaped(text, plain)) {
                    if (seen.insert(word).second) {
                        CAPTURE(text.toStdString(), word);
                        CHECK(word.empty());
                    }
                }
            }
            // Nothing pushes the window wider than a bench PC's screen.
            CHECK(f.window.minimumSizeHint().width() <= 1366);
        }
    }
    CHECK(texts > 1000);
    for (const QString& help : {widgets::shortcutSheet(f.window.commands())})
        CHECK(help.contains(QStringLiteral("é")));
}

TEST_CASE("the texts of the window follow the language's file, and go back to English")
{
    auto other = words::Catalogue::parse(
        R"({"language": "de", "texts": {"place.pinch": "Engstelle"}, "window": {"Rack": {"smallest area": "Enge"}}})");
    REQUIRE(other);
    app::setLanguage(*other);
    {
        app::Workspace workspace;
        CHECK(workspace.text(say("place.pinch")) == "Engstelle");
        CHECK(workspace.text(say("place.bowl")) == "bowl");
        CHECK(QCoreApplication::translate("Rack", "smallest area") == "Enge");
        CHECK(QCoreApplication::translate("Rack", "by its sections") == "by its sections");
    }
    app::setLanguage(words::Catalogue::english());
    CHECK(app::Workspace().text(say("place.pinch")) == "pinch");
    CHECK(QCoreApplication::translate("Rack", "smallest area") == "smallest area");
}
