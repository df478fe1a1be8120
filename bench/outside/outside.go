// Package outside has a solver that is not ours (cbc, Debian's coinor-cbc) answer an
// exported model. It is for tests and benchmarks only.
package outside

import (
	"bytes"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strconv"
	"strings"
	"time"

	"scrappyrack/core/optimise"
)

var chosenLine = regexp.MustCompile(`(?m)^[\s*]*\d+ x(\d+)\s+(\S+)`)

// Solve writes the model into a folder, has cbc read and solve it to the end, and returns
// the options that it chooses and how long it took, its start included. infeasible says
// that it found that nothing can be chosen. The error is that of the text not being read,
// of an unproven answer, or of there being no cbc.
func Solve(dir string, m optimise.Model) (chosen map[int]bool, took time.Duration, infeasible bool, err error) {
	solver, err := exec.LookPath("cbc")
	if err != nil {
		return nil, 0, false, err
	}
	var lp bytes.Buffer
	if err := optimise.WriteLP(&lp, m); err != nil {
		return nil, 0, false, err
	}
	model, solution := filepath.Join(dir, "model.lp"), filepath.Join(dir, "model.sol")
	if err := os.WriteFile(model, lp.Bytes(), 0o600); err != nil {
		return nil, 0, false, err
	}
	start := time.Now()
	said, err := exec.Command(solver, model, "ratioGap", "0", "allowableGap", "0", "seconds", "100", "solve", "solution",
		solution).CombinedOutput()
	took = time.Since(start)
	switch text := string(said); {
	case err != nil:
		return nil, took, false, fmt.Errorf("%w: %s", err, said)
	case strings.Contains(text, "errors on input") || strings.Contains(text, "Error in reading") || strings.Contains(text, "### CoinLpIO"):
		return nil, took, false, fmt.Errorf("the model is not read: %s\n%s", said, lp.Bytes())
	case strings.Contains(text, "infeasible") && !strings.Contains(text, "Optimal solution found"):
		return nil, took, true, nil
	case !strings.Contains(text, "Optimal"):
		return nil, took, false, fmt.Errorf("not solved: %s", said)
	}
	found, err := os.ReadFile(solution)
	if err != nil {
		return nil, took, false, err
	}
	chosen = map[int]bool{}
	for _, line := range chosenLine.FindAllStringSubmatch(string(found), -1) {
		i, err := strconv.Atoi(line[1])
		if err != nil {
			return nil, took, false, err
		}
		if v, err := strconv.ParseFloat(line[2], 64); err == nil && v > 0.5 {
			chosen[i] = true
		}
	}
	return chosen, took, false, nil
}

var objectiveLine = regexp.MustCompile(`(?m)objective value ([-+0-9.eE]+)`)

// Least has cbc read a model of its own LP format and solve it within some seconds, and
// answers with the least value of its objective; ok is false where it has not proven it by
// then. The error is that of the text not being read, or of there being no cbc.
func Least(dir, lp string, seconds int) (least float64, ok bool, err error) {
	solver, err := exec.LookPath("cbc")
	if err != nil {
		return 0, false, err
	}
	model, solution := filepath.Join(dir, "least.lp"), filepath.Join(dir, "least.sol")
	if err := os.WriteFile(model, []byte(lp), 0o600); err != nil {
		return 0, false, err
	}
	said, err := exec.Command(solver, model, "ratioGap", "0", "allowableGap", "0", "seconds", strconv.Itoa(seconds), "solve", "solution",
		solution).CombinedOutput()
	if err != nil {
		return 0, false, fmt.Errorf("%w: %s", err, said)
	}
	found, err := os.ReadFile(solution)
	if err != nil {
		return 0, false, err
	}
	value := objectiveLine.FindSubmatch(found)
	switch {
	case strings.HasPrefix(string(found), "Stopped"):
		return 0, false, nil
	case !strings.HasPrefix(string(found), "Optimal") || value == nil:
		return 0, false, fmt.Errorf("not solved: %s\n%s", found, said)
	}
	least, err = strconv.ParseFloat(string(value[1]), 64)
	return least, err == nil, err
}
