// SPDX-License-Identifier: GPL-3.0-or-later
#include "sim/server.hpp"

#include <fcntl.h>
#include <sys/stat.h>
#include <termios.h>
#include <unistd.h>

#include <array>
#include <cerrno>
#include <chrono>
#include <cstdlib>
#include <cstring>
#include <filesystem>
#include <optional>
#include <thread>

#include <boost/asio/io_context.hpp>
#include <boost/asio/local/stream_protocol.hpp>

namespace euryth::sim {

namespace {

namespace fs = std::filesystem;
namespace asio = boost::asio;

Phrase cannotOpen(const std::string& address, const std::string& why)
{
    return euryth::say("device.trouble", {{"address", address}, {"why", why}});
}

/// A file descriptor that is closed with it.
class Descriptor {
public:
    explicit Descriptor(int fd) : m_fd(fd) {}
    Descriptor(const Descriptor&) = delete;
    Descriptor& operator=(const Descriptor&) = delete;
    ~Descriptor()
    {
        if (m_fd >= 0)
            ::close(m_fd);
    }
    [[nodiscard]] int get() const { return m_fd; }

private:
    int m_fd;
};

class TerminalDoor : public Door {
public:
    TerminalDoor(int ours, int theirs, std::string link) : m_ours(ours), m_theirs(theirs), m_link(std::move(link)) {}
    ~TerminalDoor() override
    {
        std::error_code error;
        fs::remove(m_link, error);
    }

    std::string read() override
    {
        std::array<char, 4096> buffer{};
        const ssize_t count = ::read(m_ours.get(), buffer.data(), buffer.size());
        return count > 0 ? std::string(buffer.data(), static_cast<std::size_t>(count)) : std::string();
    }
    void write(std::string_view bytes) override
    {
        while (!bytes.empty()) {
            const ssize_t count = ::write(m_ours.get(), bytes.data(), bytes.size());
            if (count <= 0) {
                // Nobody reads: what has piled up is thrown away, so that who comes next hears what is now.
                ::tcflush(m_theirs.get(), TCIFLUSH);
                return;
            }
            bytes.remove_prefix(static_cast<std::size_t>(count));
        }
    }
    [[nodiscard]] std::string address() const override { return "serial:" + m_link; }

private:
    Descriptor m_ours;
    Descriptor m_theirs;  ///< kept open, so that a guest may go and another come
    std::string m_link;
};

class SocketDoor : public Door {
    using Local = asio::local::stream_protocol;

public:
    explicit SocketDoor(std::string path) : m_path(std::move(path)), m_acceptor(m_io), m_guest(m_io) {}
    ~SocketDoor() override
    {
        std::error_code error;
        if (m_acceptor.is_open())
            fs::remove(m_path, error);
    }

    boost::system::error_code listen()
    {
        boost::system::error_code error;
        m_acceptor.open(Local(), error);
        if (!error)
            m_acceptor.bind(Local::endpoint(m_path), error);
        if (!error)
            m_acceptor.listen(1, error);
        if (!error)
            m_acceptor.non_blocking(true, error);
        if (error) {
            boost::system::error_code ignored;
            m_acceptor.close(ignored);
        }
        return error;
    }

    std::string read() override
    {
        boost::system::error_code error;
        if (!m_guest.is_open()) {
            m_acceptor.accept(m_guest, error);
            if (!error)
                m_guest.non_blocking(true, error);
        }
        if (!m_guest.is_open())
            return {};
        std::array<char, 4096> buffer{};
        const std::size_t count = m_guest.read_some(asio::buffer(buffer), error);
        leaveIf(error);
        return {buffer.data(), count};
    }
    void write(std::string_view bytes) override
    {
        boost::system::error_code error;
        while (m_guest.is_open() && !bytes.empty() && !error) {
            bytes.remove_prefix(m_guest.write_some(asio::buffer(bytes.data(), bytes.size()), error));
            leaveIf(error);
        }
    }
    [[nodiscard]] std::string address() const override { return "socket:" + m_path; }

private:
    void leaveIf(const boost::system::error_code& error)
    {
        boost::system::error_code ignored;
        if (error && error != asio::error::would_block && error != asio::error::try_again)
            m_guest.close(ignored);
    }

    std::string m_path;
    asio::io_context m_io;
    Local::acceptor m_acceptor;
    Local::socket m_guest;
};

std::string whyNot() { return std::strerror(errno); }

}  // namespace

tl::expected<std::unique_ptr<Door>, Phrase> terminalDoor(const std::string& link)
{
    const auto trouble = [&](const std::string& why) { return tl::unexpected(cannotOpen("serial:" + link, why)); };
    std::error_code error;
    if (fs::exists(fs::symlink_status(link, error)) && !fs::is_symlink(link, error))
        return trouble("something else is at this path");
    const int ours = ::posix_openpt(O_RDWR | O_NOCTTY | O_NONBLOCK);
    if (ours < 0)
        return trouble(whyNot());
    std::array<char, 128> name{};
    if (::grantpt(ours) != 0 || ::unlockpt(ours) != 0 || ::ptsname_r(ours, name.data(), name.size()) != 0) {
        const std::string why = whyNot();
        ::close(ours);
        return trouble(why);
    }
    const int theirs = ::open(name.data(), O_RDWR | O_NOCTTY);
    termios raw{};
    if (theirs < 0 || ::tcgetattr(theirs, &raw) != 0) {
        const std::string why = whyNot();
        ::close(ours);
        return trouble(why);
    }
    ::cfmakeraw(&raw);
    ::tcsetattr(theirs, TCSANOW, &raw);
    auto door = std::make_unique<TerminalDoor>(ours, theirs, link);
    fs::remove(link, error);
    fs::create_symlink(name.data(), link, error);
    if (error)
        return trouble(error.message());
    return door;
}

tl::expected<std::unique_ptr<Door>, Phrase> socketDoor(const std::string& path)
{
    const std::string address = "socket:" + path;
    std::error_code error;
    if (fs::exists(path, error) && !fs::is_socket(path, error))
        return tl::unexpected(cannotOpen(address, "something else is at this path"));
    constexpr std::size_t longest = 107;  // of a local socket's path
    if (path.empty() || path.size() > longest)
        return tl::unexpected(cannotOpen(address, "the path must have 1 to 107 bytes"));
    if (fs::exists(path, error)) {
        // Somebody answers: it is in use. Nobody: a dead server left it.
        asio::io_context io;
        asio::local::stream_protocol::socket socket(io);
        boost::system::error_code refused;
        socket.connect(asio::local::stream_protocol::endpoint(path), refused);
        if (!refused)
            return tl::unexpected(cannotOpen(address, "another server listens there"));
        fs::remove(path, error);
    }
    auto door = std::make_unique<SocketDoor>(path);
    if (const auto failed = door->listen())
        return tl::unexpected(cannotOpen(address, failed.message()));
    return door;
}

void serve(Door& door, Simulator& simulator, Clock clock, const std::stop_token& stop)
{
    constexpr std::chrono::milliseconds step(20);
    constexpr double fast = 100.0;
    const double perStep = std::chrono::duration<double>(step).count() * (clock == Clock::Fast ? fast : 1.0);
    auto next = std::chrono::steady_clock::now();
    while (!stop.stop_requested()) {
        if (const std::string bytes = door.read(); !bytes.empty())
            simulator.received(bytes);
        if (const std::string bytes = simulator.advance(perStep); !bytes.empty())
            door.write(bytes);
        next += step;
        std::this_thread::sleep_until(next);
    }
}

}  // namespace euryth::sim
