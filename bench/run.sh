#!/usr/bin/env bash
# Prints the speed figures. They depend on the machine and on what else it does; nothing fails because of them.
set -euo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/.."
echo "$(nproc) cores, $(sed -n 's/^model name[^:]*: //p' /proc/cpuinfo | head -n 1)"
if [ "${1:-}" = --fuzz ]; then
  exec dotnet run --no-build -c Release --project bench -- "$@"
fi
if [ "${1:-}" = --faults ]; then
  node bench/faults.mjs
  exec node bench/misused.mjs
fi
if [ "${1:-}" = --soak ]; then
  exec node bench/soak.mjs "${2:-60}"
fi
if [ "${1:-}" = --kills ]; then
  exec node bench/kills.mjs "${2:-200}"
fi
if [ "${1:-}" = --mutants ]; then
  exec node bench/mutants.mjs
fi
if [ "${1:-}" = --strangers ]; then
  requests=${2:-20000} archives=${3:-2000}
  STAMPO_REQUESTS=$requests dotnet run --no-build -c Release --project tests/Stampo.Server.Tests -- -noColor -noLogo \
    -class Stampo.Server.Tests.GeneratedRequestsTests
  STAMPO_SPOILED=$archives dotnet run --no-build -c Release --project tests/Stampo.Server.Tests -- -noColor -noLogo \
    -method Stampo.Server.Tests.ArchiveTests.Whatever_an_archive_says_nobody_elses_lists_suffer
  echo "$requests generated requests and $archives spoiled archives: none of them a 500, and every list answered"
  exit
fi
figures=$(mktemp)
trap 'rm -f "$figures"' EXIT
dotnet run --no-build -c Release --project bench | tee "$figures"
if [ -d bench/anchors/node_modules ]; then node bench/anchors/anchors.mjs "$figures"; else echo "no anchors: their packages could not be fetched"; fi
node bench/arrival.mjs
node bench/page.mjs
node bench/plan.mjs
node bench/bench.mjs
node bench/log.mjs
node bench/load.mjs
node bench/crowd.mjs
