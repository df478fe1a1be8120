package standin

import "hash/fnv"

// Person says who stands on a simulated scale.
type Person string

// Nobody, somebody with the thing in hand, or the same person alone.
const (
	Nobody Person = ""
	With   Person = "with"
	Alone  Person = "alone"
)

// personKg is what the simulated person weighs (invented).
const personKg = 71.4

// Found is what a simulated scale finds, in kg, of a thing that was worked out to weigh
// kg: every thing is a little off in its own way, by up to 1.5 % (house value), and the
// same each time.
func Found(thing string, kg float64, p Person) float64 {
	h := fnv.New32a()
	_, _ = h.Write([]byte(thing))
	off := 0.985 + 0.03*float64(h.Sum32()%1000)/999
	switch p {
	case With:
		return kg*off + personKg
	case Alone:
		return personKg
	}
	return kg * off
}
