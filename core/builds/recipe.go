package builds

import (
	"regexp"
	"strconv"
	"strings"
)

// recipe are steps as they stand under their design: each begins with "- ", one at which somebody waits for
// something to be seen with "? ", and goes on over further lines; [name] is a fact that its sizes give.
type recipe []recipeStep

type recipeStep struct {
	hold  bool
	words []string // every second is the name of a fact
}

var factNames = regexp.MustCompile(`\[(\w+)\]`)

// facts are what the names of a recipe stand for: strings, texts and whole numbers.
type facts map[string]any

func recipeOf(text string) (out recipe) {
	text = strings.ReplaceAll(strings.Trim(text, "\n"), "\n  ", " ")
	for line := range strings.SplitSeq(text, "\n") {
		mark, words, _ := strings.Cut(line, " ")
		one := recipeStep{hold: mark == "?"}
		names := factNames.FindAllStringSubmatch(words, -1)
		for i, between := range factNames.Split(words, -1) {
			if one.words = append(one.words, between); i < len(names) {
				one.words = append(one.words, names[i][1])
			}
		}
		out = append(out, one)
	}
	return out
}

// with are the steps with their facts. A name without one stays as it is.
func (r recipe) with(f facts) []Step {
	out := make([]Step, len(r))
	for i, step := range r {
		var b strings.Builder
		for k, w := range step.words {
			if k%2 == 1 {
				switch fact := f[w].(type) {
				case string:
					w = fact
				case Text:
					w = string(fact)
				case int:
					w = strconv.Itoa(fact)
				default:
					w = "[" + w + "]"
				}
			}
			b.WriteString(w)
		}
		out[i] = Step{Text(b.String()), step.hold}
	}
	return out
}
