# Shared by ./start, ./test and ./kipzo: installs what is missing, builds, runs our own PostgreSQL on loopback.
# Sourced, never run. Expects ROOT.

say() { printf '%s\n' "$*" >&2; }

RUNTIME_PACKAGES="postgresql ffmpeg flite festival festvox-us-slt-hts espeak-ng sox pocketsphinx-en-us sphinxbase-utils"
TEST_PACKAGES="chromium chromium-driver"

need_packages() {
  local missing=""
  for package in "$@"; do dpkg-query -W -f='${Status}' "$package" 2>/dev/null | grep -q 'ok installed' || missing="$missing $package"; done
  [ -z "$missing" ] && return 0
  if [ "$(id -u)" != 0 ]; then
    say "These Debian packages are missing. Install them with this line, then start again:"
    say "  sudo apt-get update && sudo apt-get install -y --no-install-recommends$missing"
    return 1
  fi
  say "Installing Debian packages:$missing (takes a minute or two) …"
  { apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends $missing; } >"$ROOT/.setup.log" 2>&1 || { say "Installing failed; the last lines were:"; tail -5 "$ROOT/.setup.log" >&2; return 1; }
  rm -f "$ROOT/.setup.log"
}

need_modules() {
  local stamp="$ROOT/node_modules/.kipzo-lock"
  if ! cmp -s "$ROOT/package-lock.json" "$stamp"; then
    say "Installing npm packages (about a minute) …"
    (cd "$ROOT" && npm ci --no-audit --no-fund --loglevel=error >&2) || { say "npm ci failed. Check the network to the npm registry and start again."; return 1; }
    cp "$ROOT/package-lock.json" "$stamp"
  fi
}

# The compiled parts: the painter and the scorer of speech.
need_compiled() {
  local part
  for part in core/paint/engine core/speech/senones; do
    if [ ! -f "$ROOT/$part.wasm" ] || [ -n "$(find "$ROOT/$(dirname $part)" -name '*.as.ts' -newer "$ROOT/$part.wasm" -print -quit)" ]; then
      (cd "$ROOT" && node node_modules/assemblyscript/bin/asc.js "$part.as.ts" --outFile "$part.wasm" -O3 --enable simd --runtime stub --noAssert >&2) || return 1
    fi
  done
}

# They and the speech model: needed by every command.
need_engine() {
  need_compiled || return 1
  if [ ! -f "$ROOT/dist/speech/dictionary.bin" ] || [ "$ROOT/server/speech/buildModel.ts" -nt "$ROOT/dist/speech/dictionary.bin" ]; then
    say "Making the speech model …"
    (cd "$ROOT" && node --import tsx server/speech/buildModel.ts dist/speech >&2) || return 1
  fi
}

need_page() {
  local stamp="$ROOT/dist/web/.built"
  if [ ! -f "$stamp" ] || [ -n "$(find "$ROOT/web" "$ROOT/core" "$ROOT/vite.config.ts" "$ROOT/package-lock.json" -newer "$stamp" -type f -print -quit)" ]; then
    say "Building the page …"
    (cd "$ROOT" && node node_modules/vite/bin/vite.js build --logLevel warn >&2) || return 1
    touch "$stamp"
  fi
}

. "$ROOT/scripts/database.sh"
