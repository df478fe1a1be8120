package main

import (
	"fmt"
	"io"
	"os"
)

// runs is how often everything is tried for docs/truth.md.
const runs = 3000

func main() {
	if !report(os.Stdout, runs) {
		os.Exit(1)
	}
}

// all simulates every origin.
func all(runs int) []row {
	out := weighings(runs)
	out = append(out, fills(runs)...)
	out = append(out, batches(runs)...)
	out = append(out, walls(runs)...)
	out = append(out, bands(max(60, runs/3))...)
	return append(out, guesses(runs)...)
}

// report writes the table and says whether every promise was kept.
func report(w io.Writer, runs int) bool {
	fmt.Fprintf(w, `# What a stated ± is worth

Made by `+"`make truth`"+` (bench/truth, seeded): truths are drawn from models that the core does not
assume (scatter with a tail to one side, offsets shared by all readings of a scale, one tare for
all jugs, rubbers of other models), readings made of them, and it is counted how often the stated
95 %% interval holds the truth. %d tries a line, %d for bands. "Least" is the one ± that would have
held 95 %% of the same cases; the last column is the mean stated ± over it.

| origin | what | held | promised | mean ± | least ± | ratio |
|---|---|---|---|---|---|---|
`, runs, max(60, runs/3))
	kept := true
	for _, r := range all(runs) {
		fmt.Fprintln(w, r)
		if wrong := r.fails(0); wrong != "" {
			fmt.Fprintln(os.Stderr, wrong)
			kept = false
		}
	}
	return kept
}
