file(READ ${IN} text)
file(WRITE ${OUT} "#include <string_view>
namespace oiko {
std::string_view ${SYMBOL}();
std::string_view ${SYMBOL}() { return R\"OIKO(${text})OIKO\"; }
}  // namespace oiko
")
