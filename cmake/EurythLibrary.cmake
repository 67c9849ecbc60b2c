# euryth_library(NAME SOURCES ... [LINKS ...] [PRIVATE_LINKS ...])
#
# A static library whose public headers live in include/NAME. Only what is linked can be included: each library has an
# include folder of its own, so a forbidden dependency neither compiles nor links.
function(euryth_library name)
    cmake_parse_arguments(ARG "" "" "SOURCES;LINKS;PRIVATE_LINKS" ${ARGN})
    add_library(euryth_${name} STATIC ${ARG_SOURCES})
    add_library(euryth::${name} ALIAS euryth_${name})
    target_include_directories(euryth_${name} PUBLIC ${CMAKE_CURRENT_SOURCE_DIR}/include)
    target_link_libraries(euryth_${name} PUBLIC ${ARG_LINKS} PRIVATE euryth_warnings ${ARG_PRIVATE_LINKS})
    set(qt ${ARG_LINKS} ${ARG_PRIVATE_LINKS})
    list(FILTER qt INCLUDE REGEX "^(Qt6|euryth)::(Core|Gui|Widgets|app|drawing|widgets)$")
    if(NOT qt)
        target_precompile_headers(euryth_${name} REUSE_FROM euryth_precompiled)
    endif()
endfunction()

# Headers of the standard library, parsed once for all libraries that do without Qt (Qt asks for compiler flags of its
# own, so that its libraries precompile theirs).
set(euryth_standard_headers
    <algorithm> <array> <atomic> <chrono> <cmath> <cstdint> <filesystem> <functional> <future> <iomanip> <limits> <map>
    <memory> <numbers> <numeric> <optional> <ostream> <random> <ranges> <set> <span> <sstream> <string> <string_view> <thread>
    <unordered_map> <utility> <variant> <vector>)
file(WRITE ${CMAKE_BINARY_DIR}/precompiled.cpp "")
add_library(euryth_precompiled OBJECT ${CMAKE_BINARY_DIR}/precompiled.cpp)
target_link_libraries(euryth_precompiled PRIVATE euryth_warnings)
target_precompile_headers(euryth_precompiled PRIVATE ${euryth_standard_headers})
