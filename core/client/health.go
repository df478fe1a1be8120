package client

// Answer is what was answered to a question before training: nothing while nobody has asked.
type Answer string

// The answers.
const (
	NotAsked Answer = ""
	No       Answer = "no"
	Yes      Answer = "yes"
)

// Question is one that is asked before the first session. Short names it where it is counted.
type Question struct{ Key, Short, Ask string }

// Questions are those of which any yes goes to a physician first (common practice).
func Questions() []Question {
	return []Question{
		{"heart", "heart", "a heart condition, or chest pain at rest or in effort"},
		{"dizzy", "dizziness", "dizziness or fainting within a year"},
		{"joints", "bones and joints", "a bone or joint that training could make worse"},
		{"pregnant", "pregnancy", "pregnant, or gave birth within half a year"},
		{"medicines", "medicines", "medicines for blood pressure, heart, blood or sugar"},
		{"falls", "balance and falls", "a fall within a year, or unsure on the feet"},
		{"pain", "pain", "pain now"},
	}
}

// Health is what is known before anything is lifted: answers by question, whether somebody
// gets down to the floor and up again, and trains alone.
type Health struct {
	Answers      map[string]Answer
	Floor, Alone Answer
}

// Open are the questions that nobody has answered.
func (h Health) Open() (out []Question) {
	for _, q := range Questions() {
		if h.Answers[q.Key] == NotAsked {
			out = append(out, q)
		}
	}
	return out
}
