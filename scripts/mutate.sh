#!/usr/bin/env bash
# Mutation tests of one area, or of files of it: scripts/mutate.sh core/edit
set -eu
ROOT=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
cd "$ROOT"
. scripts/setup.sh
need_modules && need_engine
export KIPZO_MUTATE=${1:-core/edit}
case $KIPZO_MUTATE in
  server/*)
    start_database "$ROOT/.data/mutation" "-c fsync=off -c synchronous_commit=off"
    trap stop_database EXIT ;;
esac
node node_modules/@stryker-mutator/core/bin/stryker.js run scripts/mutation.config.mjs
