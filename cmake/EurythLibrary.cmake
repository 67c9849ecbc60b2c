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
endfunction()
