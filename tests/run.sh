#!/usr/bin/env bash
# Runs every check and test and ends with one line: N passed, N failed. Called by ./stampo test, which has fetched what is needed.
set -uo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/.."
log=$(mktemp -d)
trap 'kill $(jobs -p) 2>/dev/null; rm -rf "$log"' EXIT
passed=0 failed=0
failures=()

# check NAME COMMAND…: counts as one test.
check() {
  local name=$1 began=$SECONDS
  shift
  echo "== $name"
  if "$@" >"$log/check" 2>&1; then
    passed=$((passed + 1))
    echo "took $((SECONDS - began)) s"
  else
    failed=$((failed + 1))
    tail -n 40 "$log/check"
    echo "FAILED: $name"
    failures+=("$name")
  fi
}

# suite NAME COMMAND…: runs a test runner and adds what it counted; one that fails or counts nothing counts as a failure.
suite() {
  local name=$1 began=$SECONDS
  shift
  echo "== $name"
  "$@" 2>&1 | tee "$log/suite"
  local code=${PIPESTATUS[0]} good bad
  echo "$name took $((SECONDS - began)) s"
  read -r good bad < <(counts "$log/suite")
  [ "$code" = 0 ] || [ "$bad" -gt 0 ] || bad=1
  [ "$((good + bad))" -gt 0 ] || { bad=1; echo "FAILED: $name ran no test"; }
  passed=$((passed + good)) failed=$((failed + bad))
  [ "$bad" = 0 ] || mapfile -t -O "${#failures[@]}" failures < <(failed_in "$name" "$log/suite")
}

# What failed is named once more at the end, where it is looked for: xunit marks "[FAIL]", Vitest " FAIL ", Playwright "✘".
failed_in() {
  echo "$1:"
  { grep -A 3 -E '\[FAIL\]|^ +FAIL ' "$2"; grep -E '^ +✘ ' "$2"; } | head -n 40
}

# xunit closes with "Total: N, Errors: N, Failed: N", Vitest with "Tests  N failed | N passed (N)",
# Playwright with "N failed" and "N passed" on lines of their own.
counts() {
  awk '
    match($0, /Total: [0-9]+, Errors: [0-9]+, Failed: [0-9]+/) { split(substr($0, RSTART), n, /[^0-9]+/); bad = n[3] + n[4]; good = n[2] - n[4] }
    /^ +Tests .*\([0-9]+\)/ { for (i = 2; i <= NF; i++) { if ($i == "passed") good = $(i - 1); if ($i == "failed") bad = $(i - 1) } }
    /^ +[0-9]+ flaky/ { good += $1 }
    /^ +[0-9]+ passed/ { good += $1 }
    /^ +[0-9]+ failed/ { bad = $1 }
    END { print good + 0, bad + 0 }' "$1"
}

# begin NAME COMMAND…: starts it beside what follows; check or suite NAME ended NAME says later how it ended.
begin() {
  { "${@:2}" >"$log/$1" 2>&1; echo $? >"$log/$1.code"; } &
}
ended() {
  until [ -s "$log/$1.code" ]; do sleep 0.2; done
  cat "$log/$1"
  return "$(cat "$log/$1.code")"
}

xunit() { dotnet run --no-build -c Release --project "tests/$1" -- -noColor -noLogo; }

# The compiler leaves a core idle: what needs none of what it builds goes beside it.
begin lint npm run --silent lint
begin formatted dotnet csharpier check .
begin page npm run --silent test --workspace web -- --no-color
check "C# builds without a warning" dotnet build Stampo.slnx -c Release
check "C# is formatted" ended formatted
check "TypeScript is linted and formatted" ended lint
suite "Page" ended page
# Each suite alone leaves a part of two cores idle.
begin core xunit Stampo.Core.Tests
check "The page builds by the server's types" npm run --silent build --workspace web
suite "Stampo.Server.Tests" xunit Stampo.Server.Tests
suite "Stampo.Core.Tests" ended core
suite "End to end" npx playwright test --config tests/e2e/playwright.config.ts

[ "$failed" = 0 ] || printf '%s\n' "== What failed" "${failures[@]}"
echo "$passed passed, $failed failed"
[ "$failed" = 0 ]
