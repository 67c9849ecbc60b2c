// SPDX-License-Identifier: GPL-3.0-or-later
#include "devices/link.hpp"

#include <algorithm>
#include <array>
#include <charconv>
#include <filesystem>
#include <optional>

#include <boost/asio/connect.hpp>
#include <boost/asio/io_context.hpp>
#include <boost/asio/ip/tcp.hpp>
#include <boost/asio/local/stream_protocol.hpp>
#include <boost/asio/serial_port.hpp>
#include <boost/asio/write.hpp>

#include "devices/log.hpp"

namespace euryth::devices {

namespace {

namespace asio = boost::asio;

Phrase trouble(const std::string& address, const std::string& why)
{
    return say("device.trouble", {{"address", address}, {"why", why}});
}

/// Any of Asio's streams.
template <class Stream>
class StreamLink : public Link {
public:
    explicit StreamLink(std::string address) : m_address(std::move(address)), m_stream(m_io) {}

    [[nodiscard]] Stream& stream() { return m_stream; }
    [[nodiscard]] asio::io_context& io() { return m_io; }

    tl::expected<std::string, Phrase> read(std::chrono::milliseconds within) override
    {
        // A read that has begun stays on its way beyond a call that comes back empty, so that nothing is lost.
        if (!m_reading) {
            m_reading = true;
            m_stream.async_read_some(asio::buffer(m_buffer), [this](const auto& error, std::size_t count) {
                m_reading = false;
                m_error = error;
                m_count = count;
                m_came = true;
            });
        }
        m_io.restart();
        m_io.run_one_for(within);
        if (!std::exchange(m_came, false))
            return std::string();
        if (m_error)
            return tl::unexpected(say("device.gone", {{"address", m_address}, {"why", m_error.message()}}));
        return std::string(m_buffer.data(), m_count);
    }

    tl::expected<void, Phrase> write(std::string_view bytes) override
    {
        boost::system::error_code error;
        asio::write(m_stream, asio::buffer(bytes.data(), bytes.size()), error);
        if (error)
            return tl::unexpected(say("device.gone", {{"address", m_address}, {"why", error.message()}}));
        return {};
    }

private:
    std::string m_address;
    asio::io_context m_io;
    Stream m_stream;
    std::array<char, 4096> m_buffer{};
    std::size_t m_count = 0;
    boost::system::error_code m_error;
    bool m_reading = false;
    bool m_came = false;
};

using Opened = tl::expected<std::unique_ptr<Link>, Phrase>;

Opened openSerial(const std::string& address, std::string path)
{
    unsigned baud = 115200;
    if (const std::size_t at = path.rfind('@'); at != std::string::npos) {
        const auto read = std::from_chars(path.data() + at + 1, path.data() + path.size(), baud);
        if (read.ec != std::errc{} || read.ptr != path.data() + path.size())
            return tl::unexpected(say("device.address", {{"address", address}}));
        path.resize(at);
    }
    auto link = std::make_unique<StreamLink<asio::serial_port>>(address);
    boost::system::error_code error;
    link->stream().open(path, error);
    if (error)
        return tl::unexpected(trouble(address, error.message()));
    using Port = asio::serial_port_base;
    for (const auto& set :
         {std::function<void()>([&] { link->stream().set_option(Port::baud_rate(baud), error); }),
          std::function<void()>([&] { link->stream().set_option(Port::character_size(8), error); }),
          std::function<void()>([&] { link->stream().set_option(Port::parity(Port::parity::none), error); }),
          std::function<void()>(
              [&] { link->stream().set_option(Port::flow_control(Port::flow_control::none), error); })}) {
        set();
        if (error)
            return tl::unexpected(trouble(address, error.message()));
    }
    return link;
}

Opened openSocket(const std::string& address, const std::string& path)
{
    using Local = asio::local::stream_protocol;
    constexpr std::size_t longest = 107;  // of a local socket's path
    if (path.size() > longest)
        return tl::unexpected(trouble(address, std::string("the path is longer than 107 bytes")));
    auto link = std::make_unique<StreamLink<Local::socket>>(address);
    boost::system::error_code error;
    link->stream().connect(Local::endpoint(path), error);
    if (error)
        return tl::unexpected(trouble(address, error.message()));
    return link;
}

Opened openTcp(const std::string& address, const std::string& where)
{
    using Tcp = asio::ip::tcp;
    const std::size_t colon = where.rfind(':');
    if (colon == std::string::npos || colon == 0 || colon + 1 == where.size())
        return tl::unexpected(say("device.address", {{"address", address}}));
    auto link = std::make_unique<StreamLink<Tcp::socket>>(address);
    boost::system::error_code error;
    Tcp::resolver resolver(link->io());
    const auto found = resolver.resolve(where.substr(0, colon), where.substr(colon + 1), error);
    if (error)
        return tl::unexpected(trouble(address, error.message()));
    constexpr std::chrono::seconds patience(3);
    error = asio::error::timed_out;
    asio::async_connect(link->stream(), found, [&](const auto& result, const auto&) { error = result; });
    link->io().run_for(patience);
    if (error)
        return tl::unexpected(trouble(address, error.message()));
    return link;
}

std::optional<std::string> restBehind(const std::string& address, std::string_view scheme)
{
    if (!address.starts_with(scheme) || address.size() == scheme.size())
        return std::nullopt;
    return address.substr(scheme.size());
}

}  // namespace

tl::expected<std::unique_ptr<Link>, Phrase> openLink(const std::string& address)
{
    if (const auto path = restBehind(address, "serial:"))
        return openSerial(address, *path);
    if (const auto path = restBehind(address, "socket:"))
        return openSocket(address, *path);
    if (const auto where = restBehind(address, "tcp:"))
        return openTcp(address, *where);
    if (const auto path = restBehind(address, "log:"))
        return openLog(*path);
    return tl::unexpected(say("device.address", {{"address", address}}));
}

std::vector<std::string> serialLines()
{
    namespace fs = std::filesystem;
    std::vector<std::string> lines;
    std::vector<fs::path> named;
    std::error_code error;
    const auto add = [&](const fs::path& path) { lines.push_back("serial:" + path.string()); };
    for (const auto& entry : fs::directory_iterator("/dev/serial/by-id", error)) {
        add(entry.path());
        named.push_back(fs::weakly_canonical(entry.path(), error));
    }
    for (const auto& entry : fs::directory_iterator("/dev", error)) {
        const std::string name = entry.path().filename().string();
        const bool likely = name.starts_with("ttyUSB") || name.starts_with("ttyACM");
        if (likely && std::ranges::find(named, entry.path()) == named.end())
            add(entry.path());
    }
    std::ranges::sort(lines);
    return lines;
}

}  // namespace euryth::devices
