# Headers of the standard library, parsed once for all libraries that do not ask for more.
set(euryth_standard_headers
    <algorithm> <array> <atomic> <chrono> <cmath> <cstdint> <filesystem> <functional> <future> <iomanip> <limits> <map>
    <memory> <numbers> <numeric> <optional> <ostream> <random> <ranges> <set> <span> <sstream> <string> <string_view> <thread>
    <unordered_map> <utility> <variant> <vector>)

# euryth_precompiled(NAME [LINKS ...] [PRECOMPILED ...])
#
# A set of headers that several libraries read, parsed once for all of them beside those of the standard library.
function(euryth_precompiled name)
    cmake_parse_arguments(ARG "" "" "LINKS;PRECOMPILED" ${ARGN})
    file(WRITE ${CMAKE_BINARY_DIR}/${name}.cpp "")
    add_library(${name} OBJECT ${CMAKE_BINARY_DIR}/${name}.cpp)
    target_link_libraries(${name} PRIVATE euryth_warnings ${ARG_LINKS})
    target_precompile_headers(${name} PRIVATE ${euryth_standard_headers} ${ARG_PRECOMPILED})
endfunction()
euryth_precompiled(euryth_precompiled)

# euryth_library(NAME [SOURCES ...] [LINKS ...] [PRIVATE_LINKS ...] [PRECOMPILED ... | PRECOMPILED_IN SET])
#
# A static library of all that lies in src, whose public headers live in include/NAME; SOURCES: files that the build makes
# beside them. Only what is linked can be included: each library has an
# include folder of its own, so a forbidden dependency neither compiles nor links. PRECOMPILED: headers that most of its
# files read anyway, parsed once for all of them beside those of the standard library; or the name of a set of them.
function(euryth_library name)
    cmake_parse_arguments(ARG "" "PRECOMPILED_IN" "SOURCES;LINKS;PRIVATE_LINKS;PRECOMPILED" ${ARGN})
    file(GLOB_RECURSE files CONFIGURE_DEPENDS ${CMAKE_CURRENT_SOURCE_DIR}/src/*.cpp
        ${CMAKE_CURRENT_SOURCE_DIR}/src/*.hpp ${CMAKE_CURRENT_SOURCE_DIR}/include/*.hpp)
    add_library(euryth_${name} STATIC ${files} ${ARG_SOURCES})
    add_library(euryth::${name} ALIAS euryth_${name})
    target_include_directories(euryth_${name} PUBLIC ${CMAKE_CURRENT_SOURCE_DIR}/include)
    target_link_libraries(euryth_${name} PUBLIC ${ARG_LINKS} PRIVATE euryth_warnings ${ARG_PRIVATE_LINKS})
    if(ARG_PRECOMPILED)
        target_precompile_headers(euryth_${name} PRIVATE ${euryth_standard_headers} ${ARG_PRECOMPILED})
    elseif(ARG_PRECOMPILED_IN)
        target_precompile_headers(euryth_${name} REUSE_FROM ${ARG_PRECOMPILED_IN})
    else()
        target_precompile_headers(euryth_${name} REUSE_FROM euryth_precompiled)
    endif()
endfunction()
