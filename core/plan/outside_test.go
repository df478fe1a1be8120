package plan_test

import (
	"bytes"
	"context"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strconv"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/optimise"
	"scrappyrack/core/plan"
)

// An outside solver (cbc, Debian's coinor-cbc) on the exported model finds the
// same optimum. What it chooses is evaluated again here in whole numbers: its
// tolerances may let it overspend by a unit.
func TestAnOutsideSolverAgrees(t *testing.T) {
	solver, err := exec.LookPath("cbc")
	require.NoError(t, err, "make test installs coinor-cbc")
	for _, budget := range []int64{0, 4500, 9000, 20000} {
		c := household(t)
		c.Budget = budget
		p, err := plan.NewProblem(c)
		require.NoError(t, err)
		ours, err := optimise.Solve(context.Background(), p.Model)
		require.NoError(t, err)
		require.True(t, ours.Proven)

		dir := t.TempDir()
		var lp bytes.Buffer
		require.NoError(t, optimise.WriteLP(&lp, p.Model))
		model, solution := filepath.Join(dir, "m.lp"), filepath.Join(dir, "m.sol")
		require.NoError(t, os.WriteFile(model, lp.Bytes(), 0o600))
		out, err := exec.Command(solver, model, "ratioGap", "0", "allowableGap", "0", "seconds", "100", "solve", "solution", solution).CombinedOutput()
		require.NoError(t, err, string(out))
		require.Contains(t, string(out), "Optimal solution found")

		chosen := chosenIn(t, solution)
		require.Empty(t, p.Model.Feasible(chosen), "budget %d", budget)
		var cost int64
		for i := range chosen {
			cost += p.Model.Options[i].Cost
		}
		assert.Equal(t, p.Model.Value(chosen), ours.Value, "budget %d", budget)
		assert.Equal(t, cost, ours.Cost, "budget %d", budget)
	}
}

var chosenLine = regexp.MustCompile(`(?m)^\s*\d+ x(\d+)\s+(\S+)`)

func chosenIn(t *testing.T, path string) map[int]bool {
	t.Helper()
	text, err := os.ReadFile(path)
	require.NoError(t, err)
	chosen := map[int]bool{}
	for _, m := range chosenLine.FindAllStringSubmatch(string(text), -1) {
		i, err := strconv.Atoi(m[1])
		require.NoError(t, err)
		v, err := strconv.ParseFloat(m[2], 64)
		require.NoError(t, err)
		if v > 0.5 {
			chosen[i] = true
		}
	}
	return chosen
}

func TestExportedModelNamesEverything(t *testing.T) {
	m := optimise.Model{
		Budget: 100, Limits: []int64{7}, Groups: [][]int{{0, 1}},
		Options: []optimise.Option{{Cost: 40, Use: []int64{3}}, {Cost: 70, Use: []int64{2}, Requires: [][]int{{2}}}, {Cost: 5, Use: []int64{1}, Must: true}},
		Demands: []optimise.Demand{{Offers: []optimise.Offer{{Value: 9, Needs: [][]int{{0, 1}}}, {Value: 4}}}},
	}
	var lp bytes.Buffer
	require.NoError(t, optimise.WriteLP(&lp, m))
	for _, want := range []string{"Maximize", "Subject To", "req0: + 1 x1 - 1 x2 <= 0", "must2: + 1 x2 = 1", "+ 40 x0 + 70 x1 + 5 x2 <= 100", "+ 3 x0 + 2 x1 + 1 x2 <= 7", "+ 1 x0 + 1 x1 <= 1", "Binary", "End"} {
		assert.Contains(t, lp.String(), want)
	}
	assert.Error(t, optimise.WriteLP(&lp, optimise.Model{Budget: -1}))
}
