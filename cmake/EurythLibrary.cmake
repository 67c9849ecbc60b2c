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
    set_property(GLOBAL APPEND PROPERTY euryth_libraries ${name})
    if(ARG_PRECOMPILED)
        target_precompile_headers(euryth_${name} PRIVATE ${euryth_standard_headers} ${ARG_PRECOMPILED})
    elseif(ARG_PRECOMPILED_IN)
        target_precompile_headers(euryth_${name} REUSE_FROM ${ARG_PRECOMPILED_IN})
    else()
        target_precompile_headers(euryth_${name} REUSE_FROM euryth_precompiled)
    endif()
endfunction()

# euryth_qt_module(NAME MODULE)
#
# A module of Qt that a library needs for itself alone. Its definitions stay out, as precompiled headers that are shared
# with other libraries would not fit them.
function(euryth_qt_module name module)
    target_link_libraries(euryth_${name} PRIVATE $<LINK_ONLY:Qt6::${module}>)
    target_include_directories(euryth_${name} SYSTEM PRIVATE $<TARGET_PROPERTY:Qt6::${module},INTERFACE_INCLUDE_DIRECTORIES>)
endfunction()

# euryth_write_layers()
#
# Writes all libraries with their links, as CMake has them, to layers.txt in the build folder, for tools/layers.py.
function(euryth_write_layers)
    get_property(names GLOBAL PROPERTY euryth_libraries)
    set(text "")
    foreach(name IN LISTS names)
        get_target_property(folder euryth_${name} SOURCE_DIR)
        file(RELATIVE_PATH folder ${PROJECT_SOURCE_DIR} ${folder})
        get_target_property(type euryth_${name} TYPE)
        get_target_property(public euryth_${name} INTERFACE_LINK_LIBRARIES)
        set(all "")
        if(NOT type STREQUAL "INTERFACE_LIBRARY")
            get_target_property(all euryth_${name} LINK_LIBRARIES)
        endif()
        list(FILTER public EXCLUDE REGEX "LINK_ONLY|NOTFOUND")
        if(public)
            list(REMOVE_ITEM all ${public})
        endif()
        list(JOIN public "," public)
        list(JOIN all "," all)
        string(APPEND text "${name}|${folder}|${public}|${all}\n")
    endforeach()
    file(WRITE ${CMAKE_BINARY_DIR}/layers.txt "${text}")
endfunction()

# euryth_embed(VARIABLE HEADER h NAMESPACE n FUNCTION f FILES ...)
#
# A source file that holds the bytes of files, in the order of their names, handed out by a function that the
# header declares (a span of string views). So what ships with the program is a part of it, and looks the same on every machine.
function(euryth_embed variable)
    cmake_parse_arguments(ARG "" "HEADER;NAMESPACE;FUNCTION" "FILES" ${ARGN})
    set(text "// Made by CMake.\n#include <array>\n#include \"${ARG_HEADER}\"\n\nnamespace ${ARG_NAMESPACE} {\n\n")
    set(views "")
    set(number 0)
    foreach(file IN LISTS ARG_FILES)
        set_property(DIRECTORY APPEND PROPERTY CMAKE_CONFIGURE_DEPENDS ${file})
        file(READ ${file} bytes HEX)
        string(LENGTH "${bytes}" length)
        math(EXPR length "${length} / 2")
        string(REGEX REPLACE "(..)" "'\\\\x\\1'," bytes "${bytes}")
        string(APPEND text "static const char k${number}[] = {${bytes}};\n")
        string(APPEND views "{k${number}, ${length}},")
        math(EXPR number "${number} + 1")
    endforeach()
    string(APPEND text "static const std::array<std::string_view, ${number}> kFiles{{${views}}};\n"
        "std::span<const std::string_view> ${ARG_FUNCTION}() { return kFiles; }\n\n}  // namespace ${ARG_NAMESPACE}\n")
    set(out ${CMAKE_CURRENT_BINARY_DIR}/embedded.cpp)
    file(CONFIGURE OUTPUT ${out} CONTENT "${text}" @ONLY)
    set(${variable} ${out} PARENT_SCOPE)
endfunction()
