package coverage

import (
	"slices"

	"scrappyrack/core/client"
	"scrappyrack/core/movement"
)

// Zone is a need as a goal has it: sets of Low to High of a unit, at a weight of 1 to 5 in
// the whole (house values, by school; the zones of repetitions: ACSM 2009). Body says that
// it begins with the body alone, Fast that each rep is done as fast as it will go, rested.
type Zone struct {
	Key       string
	Low, High int
	Of        movement.Unit
	Weight    int
	Body      bool
	Fast      bool
	// By is the working range by hand, the zero one for what is worked out.
	By Range
}

func reps(key string, low, high, weight int) Zone {
	return Zone{Key: key, Low: low, High: high, Of: movement.Reps, Weight: weight}
}

func fast(key string, low, high, weight int) Zone {
	z := reps(key, low, high, weight)
	z.Fast = true
	return z
}

func fromBody(key string, low, high, weight int) Zone {
	z := reps(key, low, high, weight)
	z.Body = true
	return z
}

func metres(key string, low, high, weight int) Zone {
	return Zone{Key: key, Low: low, High: high, Of: movement.Metres, Weight: weight}
}

func timed(key string, low, high, weight int) Zone {
	return Zone{Key: key, Low: low, High: high, Of: movement.Seconds, Weight: weight}
}

// zones are the needs of each goal, in the order in which a board lists them.
var zones = map[client.Goal][]Zone{
	client.General: {
		reps("squat", 8, 15, 5), reps("hinge", 8, 15, 5), reps("one-leg", 8, 15, 4), reps("push-level", 8, 15, 5),
		reps("push-overhead", 8, 15, 3),
		reps("pull-level", 8, 15, 5), reps("pull-down", 8, 15, 4), metres("carry", 20, 40, 4), reps("core-turn", 8, 15, 3),
		reps("shoulder-side", 12, 20, 1), reps("hip-side", 15, 25, 1), timed("brace", 20, 60, 2),
	},
	client.Muscle: {
		reps("squat", 6, 12, 5), reps("hinge", 6, 12, 5), reps("one-leg", 6, 12, 4), reps("push-level", 6, 12, 5),
		reps("push-overhead", 6, 12, 4),
		reps("pull-level", 6, 12, 5), reps("pull-down", 6, 12, 5), metres("carry", 20, 40, 2), reps("core-turn", 8, 15, 2),
		reps("arm-bend", 6, 12, 3), reps("arm-straighten", 6, 12, 3), reps("calf", 6, 12, 2), reps("shoulder-side", 12, 20, 3),
		reps("rear-shoulder", 12, 20, 2), reps("hip-side", 12, 20, 1),
	},
	client.Strength: {
		reps("squat", 3, 6, 5), reps("hinge", 3, 6, 5), reps("one-leg", 6, 12, 3), reps("push-level", 3, 6, 5),
		reps("push-overhead", 3, 6, 4),
		reps("pull-level", 3, 6, 5), reps("pull-down", 6, 12, 4), metres("carry", 15, 30, 4), reps("core-turn", 6, 12, 2),
		timed("brace", 20, 60, 3), reps("rear-shoulder", 12, 20, 1),
	},
	client.Lifting: {
		reps("squat", 3, 6, 5), reps("hinge", 3, 5, 5), reps("one-leg", 6, 12, 2), reps("push-level", 6, 12, 2),
		fast("push-overhead", 1, 5, 4),
		reps("pull-level", 6, 12, 3), reps("pull-down", 6, 12, 2), metres("carry", 15, 30, 2), reps("core-turn", 6, 12, 1),
		{Key: "overhead-squat", Low: 3, High: 10, Of: movement.Reps, Weight: 4}, fast("jump", 1, 5, 3), reps("front-rack", 3, 6, 4),
	},
	client.Conditioning: {
		reps("squat", 15, 25, 4), reps("hinge", 15, 25, 3), reps("one-leg", 15, 25, 4), reps("push-level", 15, 25, 4),
		reps("push-overhead", 15, 25, 1),
		reps("pull-level", 15, 25, 3), reps("pull-down", 15, 25, 2), metres("carry", 40, 60, 4), reps("core-turn", 15, 25, 2),
		reps("swing", 15, 25, 4), timed("jump", 20, 40, 3), timed("step-over", 30, 60, 2), timed("crawl", 20, 40, 3),
		timed("drag", 20, 60, 2), timed("rope", 30, 120, 3), timed("whole-body", 20, 60, 4),
	},
	client.Running: {
		reps("one-leg", 6, 12, 5), reps("calf", 12, 20, 5), reps("hinge", 8, 15, 4), reps("squat", 8, 15, 3), timed("jump", 10, 30, 3),
		reps("hip-side", 15, 25, 4),
		timed("brace", 30, 60, 4), reps("core-turn", 8, 15, 4),
		reps("push-level", 8, 15, 1), reps("push-overhead", 8, 15, 1), reps("pull-level", 8, 15, 1), reps("pull-down", 8, 15, 1),
		metres("carry", 20, 40, 1), reps("shoulder-side", 12, 20, 1),
	},
	client.BackTo: {
		fromBody("squat", 10, 15, 5), fromBody("hinge", 10, 15, 4), fromBody("one-leg", 10, 15, 3), reps("push-level", 10, 15, 4),
		reps("push-overhead", 10, 15, 1),
		reps("pull-level", 10, 15, 5), reps("pull-down", 10, 15, 3), metres("carry", 20, 40, 3), reps("core-turn", 10, 15, 3),
		timed("balance", 15, 45, 4), timed("brace", 15, 45, 4), reps("hip-side", 15, 25, 3),
	},
	client.Older: {
		fromBody("squat", 8, 12, 5), fromBody("calf", 10, 15, 4), fromBody("one-leg", 8, 12, 4), fromBody("hinge", 10, 15, 4),
		reps("push-level", 10, 15, 3), reps("push-overhead", 10, 15, 1),
		reps("pull-level", 10, 15, 5), reps("pull-down", 10, 15, 2), metres("carry", 20, 40, 4), reps("core-turn", 10, 15, 2),
		timed("balance", 10, 30, 5), timed("brace", 10, 30, 2),
	},
}

// ZonesOf are the needs that a person's goal has, less those of weight 1 where there is no
// time for them and those of which the limits leave nothing, and as the consultant wishes: a
// need that is wished for is there, one of weight 0 is not.
func ZonesOf(p client.Person) []Zone {
	var out []Zone
	short := p.Short()
	wished := map[string]client.Wish{}
	for _, w := range p.Wishes {
		wished[w.Need] = w
	}
	for _, z := range zones[p.Goal] {
		w, ok := wished[z.Key]
		delete(wished, z.Key)
		switch {
		case ok && w.Weight > 0:
			out = append(out, z.as(w))
		case !ok && (z.Weight > 1 || !short) && !nothingStays(p, z.Key):
			out = append(out, z)
		}
	}
	for _, w := range p.Wishes {
		if _, ok := wished[w.Need]; ok && w.Weight > 0 && Known(w.Need) {
			out = append(out, Usual(w.Need).as(w))
		}
	}
	out = worked(p, out)
	for i := range out {
		out[i] = out[i].spared(p)
	}
	return out
}

// spared is the need as what somebody spares bounds its sets: none under 8 repetitions where three stay in
// reserve, under 6 before 18; no hold over 30 s with raised pressure (house values). Two pulls go to each push
// for whoever sits all day in a chair.
func (z Zone) spared(p client.Person) Zone {
	switch {
	case z.Of == movement.Reps && z.Low < 8 && spared(p):
		z.Low, z.High = 8, 15
	case z.Of == movement.Reps && z.Low < 6 && p.Age > 0 && p.Age < client.GrownUp:
		z.Low, z.High = 6, 12
	case z.Of == movement.Seconds && p.Spares(movement.Pressure) && z.Key == "brace":
		z.Low, z.High = min(z.Low, 30), min(z.High, 30)
	}
	if p.Spares(movement.Seated) && (z.Key == "push-level" || z.Key == "push-overhead") &&
		!slices.ContainsFunc(p.Wishes, func(w client.Wish) bool { return w.Need == z.Key }) {
		z.Weight = max(1, z.Weight/2)
	}
	return z
}

// works are what a day's work asks of the weights, by need (house values; that bent-forward
// work wants more pulling and opening, and that work which lifts has given its share
// already, is common practice).
var works = map[client.Occupation]map[string]int{
	client.BentForward: {"pull-level": 1, "pull-down": 1, "rear-shoulder": 1},
	client.LiftsAtWork: {"carry": -1, "hinge": -1},
}

// openingUp is the need that bent-forward work adds, at its weight.
var openingUp = struct {
	key    string
	weight int
}{"rear-shoulder", 2}

// worked are the needs with their weights as the occupation shifts them; what a consultant
// has weighed stays.
func worked(p client.Person, all []Zone) []Zone {
	wished := func(key string) bool {
		return slices.ContainsFunc(p.Wishes, func(w client.Wish) bool { return w.Need == key })
	}
	there := false
	for i := range all {
		there = there || all[i].Key == openingUp.key
		if by := works[p.Occupation][all[i].Key]; by != 0 && !wished(all[i].Key) {
			all[i].Weight = max(1, min(5, all[i].Weight+by))
		}
	}
	if p.Occupation == client.BentForward && !there && !wished(openingUp.key) && !nothingStays(p, openingUp.key) {
		z := Usual(openingUp.key)
		z.Weight = openingUp.weight
		all = append(all, z)
	}
	return all
}

// as is the need as a consultant wishes it.
func (z Zone) as(w client.Wish) Zone {
	z.Weight = w.Weight
	if w.Low > 0 && w.High >= w.Low {
		z.Low, z.High = w.Low, w.High
	}
	if w.Hi > 0 && w.Lo <= w.Hi && (w.Lo > 0 || FromBody(z.Key)) {
		z.By = Range{w.Lo, w.Hi}
	}
	return z
}

// Usual is a need as the first goal that has it does, at a weight of 3.
func Usual(key string) Zone {
	for _, g := range client.Goals() {
		for _, z := range zones[g] {
			if z.Key == key {
				z.Weight = 3
				return z
			}
		}
	}
	panic("no goal has the need " + key) // of a table of this room, which a test walks
}

// FromBody says that a need's range may begin at 0 kg: the body alone is a load of it.
func FromBody(key string) bool { return Known(key) && needOf(key).pattern.Along() > 0 }

// Known says that there is a need of a key.
func Known(key string) bool {
	for _, n := range needs {
		if n.key == key {
			return true
		}
	}
	return false
}

// NeedNames are all needs by key, in the order in which they are written.
func NeedNames() (keys, names []string) {
	for _, n := range needs {
		keys, names = append(keys, n.key), append(names, n.name)
	}
	return keys, names
}

// nothingStays says that a person's limits leave none of a need's movements.
func nothingStays(p client.Person, key string) bool {
	return !slices.ContainsFunc(p.Moves.Known(needOf(key).pattern), func(m movement.Movement) bool {
		return !slices.ContainsFunc(m.Spares, p.Spares)
	})
}

// nothingLeft says which limits leave nothing of a pattern.
func nothingLeft(p client.Person, pattern movement.Pattern) string {
	why := ""
	for _, l := range p.Limits {
		if slices.ContainsFunc(p.Moves.Known(pattern), func(m movement.Movement) bool { return slices.Contains(m.Spares, l) }) {
			if why != "" {
				why += ", "
			}
			why += l.Name()
		}
	}
	return "nothing is left of it: " + why
}

// Left is a need of the goal that a board leaves out: for want of time, or because the limits
// leave none of its movements.
type Left struct {
	Name    string
	Pattern movement.Pattern
	Limits  bool
	Why     string
}

// LeftOut are the needs of a person's goal that are not on the board, though nobody has
// dropped them.
func LeftOut(p client.Person) (out []Left) {
	there := map[string]bool{}
	for _, z := range ZonesOf(p) {
		there[z.Key] = true
	}
	for _, w := range p.Wishes {
		there[w.Need] = true
	}
	for _, z := range zones[p.Goal] {
		if !there[z.Key] {
			n := needOf(z.Key)
			one := Left{n.name, n.pattern, nothingStays(p, z.Key), "no time for what weighs least"}
			if one.Limits {
				one.Why = nothingLeft(p, n.pattern)
			}
			out = append(out, one)
		}
	}
	return out
}
