#!/usr/bin/env bash
# Installs what is missing from Debian's packages; asks for rights only if something is missing.
set -euo pipefail
build="g++ cmake ninja-build pkg-config ccache mold qt6-base-dev qt6-svg-dev libgl1-mesa-dri nlohmann-json3-dev libcli11-dev libglpk-dev libdxflib-dev libxlsxwriter-dev libgtest-dev libgmock-dev libbenchmark-dev"
check="clang-format poppler-utils python3-ezdxf python3-jsonschema"
wanted="$build"
[ "${1:-}" = check ] && wanted="$build $check"
missing=""
for p in $wanted; do dpkg-query -W -f='${Status}' "$p" 2>/dev/null | grep -q "install ok installed" || missing="$missing $p"; done
[ -z "$missing" ] && exit 0
echo "Installing:$missing"
as_root=""
if [ "$(id -u)" != 0 ]; then as_root="sudo"; fi
export DEBIAN_FRONTEND=noninteractive
$as_root apt-get -o DPkg::Lock::Timeout=300 update -q
# shellcheck disable=SC2086
$as_root apt-get -o DPkg::Lock::Timeout=300 install -y -q --no-install-recommends $missing
