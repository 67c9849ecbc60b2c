# What belongs to a desktop beside the programs, where it is installed, and the Debian package (cpack -G DEB).
include(GNUInstallDirs)

# Manual pages and the shell's completion are made out of the programs' own help, so that they cannot differ from it.
function(euryth_manual program summary)
    if(NOT EURYTH_HELP2MAN)
        return()
    endif()
    set(page ${CMAKE_CURRENT_BINARY_DIR}/man/${program}.1)
    add_custom_command(OUTPUT ${page}.gz
        COMMAND ${CMAKE_COMMAND} -E make_directory ${CMAKE_CURRENT_BINARY_DIR}/man
        COMMAND ${CMAKE_COMMAND} -E env QT_QPA_PLATFORM=offscreen LC_ALL=C.UTF-8
            ${EURYTH_HELP2MAN} --no-info --no-discard-stderr --section=1 --name=${summary} --output=${page} $<TARGET_FILE:${program}>
        COMMAND gzip -9nf ${page}
        DEPENDS ${program} VERBATIM)
    set_property(GLOBAL APPEND PROPERTY euryth_manuals ${page}.gz)
    install(FILES ${page}.gz DESTINATION ${CMAKE_INSTALL_MANDIR}/man1)
endfunction()

find_program(EURYTH_HELP2MAN help2man)
euryth_manual(euryth-sim "a simulated flow bench that ships with Euryth")
if(EURYTH_WITH_WINDOW)
    euryth_manual(euryth "plan, probe and cut a cylinder head's ports")
endif()
if(EURYTH_HELP2MAN)
    # Of many calls help2man makes one long column.
    set(page ${CMAKE_CURRENT_BINARY_DIR}/man/euryth-cli.1)
    add_custom_command(OUTPUT ${page}.gz
        COMMAND ${CMAKE_COMMAND} -E make_directory ${CMAKE_CURRENT_BINARY_DIR}/man
        COMMAND ${PROJECT_SOURCE_DIR}/tools/manual.sh $<TARGET_FILE:euryth-cli> ${page}
        COMMAND gzip -9nf ${page}
        DEPENDS euryth-cli ${PROJECT_SOURCE_DIR}/tools/manual.sh VERBATIM)
    set_property(GLOBAL APPEND PROPERTY euryth_manuals ${page}.gz)
    install(FILES ${page}.gz DESTINATION ${CMAKE_INSTALL_MANDIR}/man1)
    set(completion ${CMAKE_CURRENT_BINARY_DIR}/completion/euryth-cli)
    add_custom_command(OUTPUT ${completion}
        COMMAND ${CMAKE_COMMAND} -E make_directory ${CMAKE_CURRENT_BINARY_DIR}/completion
        COMMAND ${PROJECT_SOURCE_DIR}/tools/completion.sh $<TARGET_FILE:euryth-cli> ${completion}
        DEPENDS euryth-cli ${PROJECT_SOURCE_DIR}/tools/completion.sh VERBATIM)
    install(FILES ${completion} DESTINATION ${CMAKE_INSTALL_DATADIR}/bash-completion/completions)
    get_property(manuals GLOBAL PROPERTY euryth_manuals)
    add_custom_target(euryth_manuals ALL DEPENDS ${manuals} ${completion})
endif()

if(EURYTH_WITH_WINDOW)
    set(desktop ${PROJECT_SOURCE_DIR}/data/desktop)
    install(FILES ${desktop}/org.euryth.Euryth.desktop DESTINATION ${CMAKE_INSTALL_DATADIR}/applications)
    install(FILES ${desktop}/org.euryth.Euryth.metainfo.xml DESTINATION ${CMAKE_INSTALL_DATADIR}/metainfo)
    install(FILES ${desktop}/euryth-mime.xml DESTINATION ${CMAKE_INSTALL_DATADIR}/mime/packages RENAME euryth.xml)
    set(icons ${CMAKE_INSTALL_DATADIR}/icons/hicolor)
    install(FILES ${PROJECT_SOURCE_DIR}/data/icons/euryth.svg DESTINATION ${icons}/scalable/apps)
    set(kinds euryth-job euryth-house euryth-packed)
    foreach(kind ${kinds})
        install(FILES ${PROJECT_SOURCE_DIR}/data/icons/${kind}.svg DESTINATION ${icons}/scalable/mimetypes)
    endforeach()
    find_program(EURYTH_RSVG rsvg-convert)
    foreach(size 16 24 32 48 64 128 256)
        if(NOT EURYTH_RSVG)
            break()
        endif()
        foreach(name euryth ${kinds})
            set(place mimetypes)
            if(name STREQUAL "euryth")
                set(place apps)
            endif()
            set(picture ${CMAKE_CURRENT_BINARY_DIR}/icons/${size}/${name}.png)
            add_custom_command(OUTPUT ${picture}
                COMMAND ${CMAKE_COMMAND} -E make_directory ${CMAKE_CURRENT_BINARY_DIR}/icons/${size}
                COMMAND ${EURYTH_RSVG} -w ${size} -h ${size} -o ${picture} ${PROJECT_SOURCE_DIR}/data/icons/${name}.svg
                DEPENDS ${PROJECT_SOURCE_DIR}/data/icons/${name}.svg VERBATIM)
            list(APPEND pictures ${picture})
            install(FILES ${picture} DESTINATION ${icons}/${size}x${size}/${place})
        endforeach()
    endforeach()
    if(EURYTH_RSVG)
        add_custom_target(euryth_icons ALL DEPENDS ${pictures})
    endif()
endif()

install(DIRECTORY ${PROJECT_SOURCE_DIR}/docs/handbook DESTINATION ${CMAKE_INSTALL_DOCDIR} PATTERN "*.md")
# The pictures belong to the handbook inside the program, which may not hang on what lies among a package's documents.
install(DIRECTORY ${PROJECT_SOURCE_DIR}/docs/screenshots/ DESTINATION ${CMAKE_INSTALL_DATADIR}/euryth/handbook)
file(CREATE_LINK ../../euryth/handbook ${CMAKE_CURRENT_BINARY_DIR}/screenshots SYMBOLIC)
install(FILES ${CMAKE_CURRENT_BINARY_DIR}/screenshots DESTINATION ${CMAKE_INSTALL_DOCDIR})
install(DIRECTORY ${PROJECT_SOURCE_DIR}/docs/examples DESTINATION ${CMAKE_INSTALL_DOCDIR}
    FILE_PERMISSIONS OWNER_READ OWNER_WRITE GROUP_READ WORLD_READ)
foreach(kind job house shop)
    set(schema ${CMAKE_CURRENT_BINARY_DIR}/schemas/${kind}.schema.json)
    add_custom_command(OUTPUT ${schema}
        COMMAND ${CMAKE_COMMAND} -E make_directory ${CMAKE_CURRENT_BINARY_DIR}/schemas
        COMMAND euryth-cli schema ${kind} > ${schema}
        DEPENDS euryth-cli VERBATIM)
    list(APPEND schemas ${schema})
endforeach()
add_custom_target(euryth_schemas ALL DEPENDS ${schemas})
install(FILES ${schemas} DESTINATION ${CMAKE_INSTALL_DATADIR}/euryth/schemas)
install(DIRECTORY ${PROJECT_SOURCE_DIR}/data/demo DESTINATION ${CMAKE_INSTALL_DATADIR}/euryth)
install(FILES ${PROJECT_SOURCE_DIR}/data/desktop/copyright ${PROJECT_SOURCE_DIR}/CHANGELOG.md DESTINATION ${CMAKE_INSTALL_DOCDIR})
find_program(EURYTH_GZIP gzip)
if(EURYTH_GZIP)
    set(changes ${CMAKE_CURRENT_BINARY_DIR}/changelog.gz)
    add_custom_command(OUTPUT ${changes}
        COMMAND ${CMAKE_COMMAND} -E copy ${PROJECT_SOURCE_DIR}/data/desktop/changelog ${CMAKE_CURRENT_BINARY_DIR}/changelog
        COMMAND ${EURYTH_GZIP} -9nf ${CMAKE_CURRENT_BINARY_DIR}/changelog
        DEPENDS ${PROJECT_SOURCE_DIR}/data/desktop/changelog VERBATIM)
    add_custom_target(euryth_changes ALL DEPENDS ${changes})
    install(FILES ${changes} DESTINATION ${CMAKE_INSTALL_DOCDIR})
endif()

set(CPACK_GENERATOR DEB)
set(CPACK_PACKAGE_NAME euryth)
set(CPACK_PACKAGE_VENDOR "Euryth")
set(CPACK_PACKAGE_CONTACT "The founders of Euryth <founders@euryth.invalid>")
set(CPACK_PACKAGE_DESCRIPTION_SUMMARY "plan, probe and cut the ports of a cylinder head")
set(CPACK_PACKAGE_DESCRIPTION "Euryth takes the measured sections of a port, says how big the port should be
and where, lets the air in it be probed, finds the places that choke, and says
where to cut, how deep, and what to leave alone. Then it proves the result on
the flow bench and keeps the book of the shop.")
set(CPACK_PACKAGING_INSTALL_PREFIX /usr)
set(CPACK_STRIP_FILES ON)
set(CPACK_DEBIAN_FILE_NAME DEB-DEFAULT)
set(CPACK_DEBIAN_PACKAGE_SECTION science)
set(CPACK_DEBIAN_PACKAGE_SHLIBDEPS ON)
# What no program is linked with: the index's database, and programs that are run where they are there.
set(CPACK_DEBIAN_PACKAGE_DEPENDS "libqt6sql6-sqlite")
set(CPACK_DEBIAN_PACKAGE_RECOMMENDS "openfoam, libgl1-mesa-dri")
set(CPACK_DEBIAN_PACKAGE_SUGGESTS "speech-dispatcher")
set(CPACK_INSTALL_DEFAULT_DIRECTORY_PERMISSIONS
    OWNER_READ OWNER_WRITE OWNER_EXECUTE GROUP_READ GROUP_EXECUTE WORLD_READ WORLD_EXECUTE)
include(CPack)
