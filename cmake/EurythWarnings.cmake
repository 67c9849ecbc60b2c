# One interface target carries the warnings; every target of ours links it privately.
option(EURYTH_WARNINGS_AS_ERRORS "Treat warnings as errors (CI does)" OFF)
option(EURYTH_SANITIZE "Build with the address and undefined-behaviour sanitizers" OFF)

add_library(euryth_warnings INTERFACE)
target_compile_options(euryth_warnings INTERFACE
    -Wall -Wextra -Wpedantic -Wconversion -Wshadow -Wnon-virtual-dtor -Woverloaded-virtual
    # Designated initialisers that leave members at their defaults are how we write records.
    -Wno-missing-field-initializers
    # GCC 12 reports a false overlap inside std::string (its bug 105329).
    -Wno-restrict
    # And false overflows in the same place once its header is precompiled; the sanitizers look for real ones.
    -Wno-array-bounds -Wno-stringop-overflow -Wno-stringop-overread
    # Nor is what an empty std::optional holds ever read (its bug 80635); the sanitizers again.
    -Wno-maybe-uninitialized
    $<$<BOOL:${EURYTH_WARNINGS_AS_ERRORS}>:-Werror>)

if(EURYTH_SANITIZE)
    add_compile_options(-fsanitize=address,undefined -fno-sanitize-recover=all -fno-omit-frame-pointer)
    add_link_options(-fsanitize=address,undefined)
endif()

# Sources that are compiled together look like headers to the compiler, whose anonymous namespaces it warns of.
if(CMAKE_UNITY_BUILD)
    target_compile_options(euryth_warnings INTERFACE -Wno-subobject-linkage)
endif()
