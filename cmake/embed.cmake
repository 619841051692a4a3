# embed(TARGET SYMBOL FILE): compiles a text file into TARGET as `std::string_view oiko::SYMBOL()`,
# so that the core opens no file at run time.
function(embed target symbol file)
  set(in ${CMAKE_SOURCE_DIR}/data/${file})
  set(out ${CMAKE_BINARY_DIR}/embedded/${symbol}.cpp)
  add_custom_command(OUTPUT ${out}
    COMMAND ${CMAKE_COMMAND} -DIN=${in} -DOUT=${out} -DSYMBOL=${symbol} -P ${CMAKE_SOURCE_DIR}/cmake/embed_one.cmake
    DEPENDS ${in} ${CMAKE_SOURCE_DIR}/cmake/embed_one.cmake VERBATIM)
  target_sources(${target} PRIVATE ${out})
endfunction()
