package movement

// chains are what usually stays possible of a pattern with a limit, the nearest to it first
// (common practice; each at a height, a load and a grip that are free of pain).
var chains = map[Limit]map[Pattern][]string{
	Knee: {
		Squat:  {"chair-squat", "wall-sit", "band-knee-extension"},
		OneLeg: {"low-step-up", "forefoot-step-back"},
		Calf:   {"heel-raise"},
		Jump:   {},
	},
	ShoulderOf: {
		PushLevel: {"counter-push-up", "floor-press", "wall-push-up"},
		PushUp:    {},
		PullDown:  {"band-pull-down"},
		Carry:     {"suitcase-carry", "hug-carry"},
	},
	LowBack: {
		Hinge:     {"bridge", "one-leg-bridge"},
		Squat:     {"goblet-squat", "chair-squat"},
		PullLevel: {"strap-row", "band-seated-row"},
		CoreTurn:  {"anti-rotation-press", "shoulder-taps"},
		Swing:     {},
	},
	WristGrip: {
		Squat:     {"hug-squat", "pack-squat"},
		Carry:     {"hug-carry", "hug-hold"},
		PushLevel: {"floor-press", "band-back-press"},
		PullLevel: {"one-hand-row", "band-row"},
		PullDown:  {"band-pull-down"},
		CoreTurn:  {"anti-rotation-press"},
	},
	NoOverhead: {
		PushUp: {},
	},
	NoFloor: {
		PushLevel: {"counter-push-up", "wall-push-up"},
		Hinge:     {"two-hand-hinge", "band-good-morning"},
		HipSide:   {"band-abduction", "band-side-step"},
		CoreTurn:  {"anti-rotation-press"},
		Brace:     {"wall-plank"},
	},
}

// Instead are the movements that usually stay possible of a pattern with a limit, the
// nearest first; ok is false where the limit changes nothing of it.
func Instead(l Limit, p Pattern) (all []Movement, ok bool) {
	keys, ok := chains[l][p]
	for _, k := range keys {
		if m, err := ByKey(k); err == nil {
			all = append(all, m)
		}
	}
	return all, ok
}
