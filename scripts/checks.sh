#!/usr/bin/env bash
# Every check of the project, one kind after the other; the first kind that
# fails ends the run with a line that names it.
set -uo pipefail
cd "$(dirname "$0")/.."
passed=0
check() {
  local name=$1
  shift
  local start=$SECONDS
  echo "== $name"
  if ! "$@"; then
    echo "FAILED: $name ($*)"
    echo "$passed passed, 1 failed"
    exit 1
  fi
  passed=$((passed + 1))
  echo "== $name: well, $((SECONDS - start)) s"
}

formatting() {
  local bad
  bad=$(gofmt -l cmd core internal bench web/web.go ./*.go)
  [ -z "$bad" ] || { echo "not formatted by gofmt: $bad"; return 1; }
}
fresh() {
  local tmp
  tmp=$(mktemp -d)
  ./bin/scrappyrack openapi >"$tmp/openapi.json" &&
    diff -q "$tmp/openapi.json" docs/openapi.json &&
    (cd web && npx --no-install openapi-typescript "$tmp/openapi.json" -o "$tmp/schema.d.ts" >/dev/null) &&
    diff -q "$tmp/schema.d.ts" web/src/api/schema.d.ts &&
    (cd web && node scripts/bounds.mjs "$tmp/openapi.json" "$tmp/bounds.ts") &&
    diff -q "$tmp/bounds.ts" web/src/api/bounds.ts
  local code=$?
  rm -rf "$tmp"
  [ $code = 0 ] || echo "generated code is behind the API: run make generate"
  return $code
}
in_web() { (cd web && npm run --silent "$@"); }
journeys() { (cd e2e && npm run --silent check && npm test --silent); }

# Race detection is for what starts or guards threads, tests included; it would make the
# other rooms' tests ten times slower.
threaded() { grep -rlE --include='*.go' '^[[:space:]]*go [a-zA-Z]|\.Go\(|"sync(/atomic)?"' cmd internal core bench | xargs -n1 dirname | sort -u | sed 's|^|./|'; }
# Long tests of such rooms in which one thread works things out: without it, once.
long='TestRememberingChangesNothing|TestDemoClientsAnswerToChanges|TestEveryClosingKeepsItsPromise|TestSmallBoardsAreTheBestOfEveryWay|TestCoverageIsMonotone|TestCoverageIsTheIntegral|TestTacticsCountForLessThanRealLoad|TestOpeningsOpen|TestTheWorstGapThatCanBeClosed|TestOnlyWhatIsMadeHoldsAndIsProvenCounts|TestABuildIsWorkedOutAnew'
long+='|TestAnUpgradeMayBeKilled|TestTheReleaseBeforeComesUpToDate|TestTheFirstReleaseComesUpToDate|TestOperationsOfTheReleaseBeforeStay|TestRectanglesBecomeRooms'
long+='|TestAnyChangesUndoneAndDoneAgain|TestUndoOfTwoAgainstAModel|TestEveryTestOfABuildIsAStepOfItsOwn|TestLogSumsAreThoseOfItsSets'
long+='|TestAnySizesAreWorkedOutOrRefusedAtTheirPlace|TestAPracticeHasItsOwnPrices|TestPullAndWhatIsWanted'
long+='|TestMoreIsNeverLess|TestStartsAsACoachWouldGiveThem|TestKinshipIsBounded'
long+='|TestABuildOverTheWire|TestThePriceBookOverTheWire|TestPinsBindThePlan|TestPlanAndBook|TestBandsAreKeptLikeEverything|TestImpossiblePinsAreOneRefusal|TestDrawnRequestsNeverFail|TestEditsAnswerWhatDiffers'
long+='|TestEachOfAHouseholdHasTheirOwnBoard|TestThePlanIsForAllOfThem|TestPeopleComeAndGo|TestOneBodyBecomesAPerson|TestALongLogIsReadByItsEnd|TestALineTakesTheHouseIn|TestAnswersComeToWhatWasSaidOfThem|TestMoneyIsAskedOfThePlans|TestAsksOfAFullHouseEnd'
without_race() { go test -timeout 8m $(single) && go test -timeout 8m -run "$long" $(threaded); }
single() { comm -23 <(go list -f '{{.Dir}}' ./... | sed "s|^$PWD|.|" | sort) <(threaded | sort); }

check "formatting" formatting
check "go vet" go vet ./...
check "staticcheck" go tool staticcheck ./...
check "generated code is fresh" fresh
check "type check" in_web check
check "lint" in_web lint
# The storm waits more than it works: it goes on beside the tests of what has no threads, and
# after it the front end's.
said=$(mktemp)
{ go run ./bench/storm -for 60s && in_web test; } >"$said" 2>&1 &
beside=$!
trap 'kill "$beside" 2>/dev/null; rm -f "$said"' EXIT
joined() {
  local code
  wait "$beside"
  code=$?
  cat "$said"
  return $code
}
check "Go tests without threads" without_race
check "storm, and front-end unit tests" joined
check "Go tests with the race detector" go test -race -timeout 8m -skip "$long" $(threaded)
check "journeys in the browser" journeys
echo "$passed passed, 0 failed"
