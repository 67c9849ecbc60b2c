// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <memory>
#include <string>

#include <zip.h>

/// libzip's handles with owners.
namespace euryth::archive {

struct Discard {
    void operator()(zip_t* zip) const { zip_discard(zip); }
    void operator()(zip_file_t* file) const { zip_fclose(file); }
};
using Zip = std::unique_ptr<zip_t, Discard>;
using ZipEntry = std::unique_ptr<zip_file_t, Discard>;

/// Opens an archive; what went wrong in libzip's words in `why`.
inline Zip openZip(const std::filesystem::path& path, int flags, std::string& why)
{
    int code = 0;
    Zip zip(zip_open(path.c_str(), flags, &code));
    if (!zip) {
        zip_error_t error;
        zip_error_init_with_code(&error, code);
        why = zip_error_strerror(&error);
        zip_error_fini(&error);
    }
    return zip;
}

}  // namespace euryth::archive
