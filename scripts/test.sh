#!/usr/bin/env bash
# Format, lint, types, unit tests, end to end; ends with one line that sums all of it up.
# --quick: the unit tests that do not take long, and nothing else. --changed: types, and of the rest
# what has to do with files that are not committed, without what takes long. Called by ./ember test, which has installed.
set -uo pipefail
only=""
how=whole
while [ $# -gt 0 ]; do
  case "$1" in
    --quick | --changed)
      how="${1#--}"
      shift
      ;;
    --only)
      only="${2:-}"
      shift 2
      ;;
    *)
      echo "$1: no such flag; there are --quick, --changed and --only format|lint|types|unit|e2e" >&2
      exit 2
      ;;
  esac
done
case "$only" in
  "" | format | lint | types | unit | e2e) ;;
  *)
    echo "--only $only: is not allowed; allowed: format|lint|types|unit|e2e" >&2
    exit 2
    ;;
esac

passed=0
failed=0
reports=test-results
mkdir -p "$reports"

# One check that either holds or does not.
check() {
  local name="$1"
  shift
  [ -z "$only" ] || [ "$only" = "$name" ] || return 0
  echo "== $name"
  if "$@"; then
    passed=$((passed + 1))
  else
    failed=$((failed + 1))
  fi
}

# A runner that counts for itself, in a JSON report; one that leaves none has failed.
count() {
  local report="$1" counts
  if counts="$(node scripts/count-tests.mjs "$report")"; then
    passed=$((passed + ${counts% *}))
    failed=$((failed + ${counts#* }))
  else
    echo "no report in $report" >&2
    failed=$((failed + 1))
  fi
}

need_chromium() {
  if [ -x /usr/bin/chromium ]; then return; fi
  echo "== installing Debian's Chromium"
  local sudo=""
  [ "$(id -u)" -eq 0 ] || sudo="sudo"
  $sudo apt-get update -qq && $sudo apt-get install -y -qq chromium libnss3-tools >/dev/null
}

# What is new and short-lived has room: with two at work, clearing it away is a tenth of the time.
unit() {
  rm -f "$reports/unit.json"
  NODE_OPTIONS="${NODE_OPTIONS:-} --max-semi-space-size=64" npx --no-install jest --maxWorkers=2 --json --outputFile="$reports/unit.json" "$@"
  count "$reports/unit.json"
}

finish() {
  echo "$passed passed, $failed failed"
  [ "$failed" -eq 0 ]
  exit $?
}

without_long=(--testPathIgnorePatterns '\.long\.test' /node_modules/ /.next/ /dist/ /e2e/)
if [ "$how" = quick ]; then
  echo "== unit, without what takes long"
  unit "${without_long[@]}"
  finish
fi
if [ "$how" = changed ]; then
  changed="$(git diff --name-only --diff-filter=d HEAD && git ls-files --others --exclude-standard)"
  of() { grep -E "$1" <<<"$changed" || true; }
  mapfile -t sources < <(of '\.(ts|tsx|mjs)$')
  mapfile -t written < <(of '\.(ts|tsx|mjs|css|md|json)$')
  [ ${#written[@]} -eq 0 ] || check format npx --no-install prettier --check --ignore-unknown "${written[@]}"
  [ ${#sources[@]} -eq 0 ] || check lint npx --no-install eslint "${sources[@]}"
  check types npx --no-install tsc --noEmit
  echo "== unit, of what has changed"
  unit --onlyChanged --passWithNoTests "${without_long[@]}"
  mapfile -t long < <(of '\.long\.test\.tsx?$')
  [ ${#long[@]} -eq 0 ] || unit "${long[@]}"
  finish
fi

# What only reads the sources, beside the unit tests: those leave a processor free.
read_sources() {
  check format npx --no-install prettier --check .
  check lint npx --no-install eslint .
  check style node scripts/check-style.mjs
  check types bash -c 'npx --no-install next typegen >/dev/null && npx --no-install tsc --noEmit'
  echo "$passed $failed" >"$reports/sources.txt"
}
rm -f "$reports/sources.txt"
read_sources >"$reports/sources.log" 2>&1 &
sources=$!

if [ -z "$only" ] || [ "$only" = unit ]; then
  echo "== unit"
  unit
fi

wait "$sources"
cat "$reports/sources.log"
if read -r right wrong <"$reports/sources.txt"; then
  passed=$((passed + right))
  failed=$((failed + wrong))
else
  failed=$((failed + 1))
fi

if [ -z "$only" ] || [ "$only" = e2e ]; then
  echo "== e2e"
  rm -f "$reports/e2e.json"
  node scripts/build-cli.mjs
  if need_chromium && echo "building the application" && node scripts/build-app.mjs >"$reports/build.log" 2>&1; then
    npx --no-install playwright test
  else
    cat "$reports/build.log" 2>/dev/null
  fi
  count "$reports/e2e.json"
fi

finish
