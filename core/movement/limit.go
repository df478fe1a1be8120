package movement

import (
	"slices"
	"strings"

	"scrappyrack/core/load"
)

// Limit is a part of the body, a state of it, or a kind of work, that a client must spare.
type Limit string

// The limits a client can have.
const (
	Knee        Limit = "knee"
	Hip         Limit = "hip"
	Ankle       Limit = "ankle"
	LowBack     Limit = "low-back"
	Neck        Limit = "neck"
	ShoulderOf  Limit = "shoulder"
	Elbow       Limit = "elbow"
	WristGrip   Limit = "wrist-grip"
	NoOverhead  Limit = "no-overhead"
	NoFloor     Limit = "no-floor"
	NoJumping   Limit = "no-jumping"
	Pressure    Limit = "pressure"
	Bones       Limit = "bones"
	HipReplaced Limit = "hip-replaced"
	Pregnancy   Limit = "pregnancy" // from its 16th week
	Postnatal   Limit = "postnatal" // to its 12th week and a check
	Pelvis      Limit = "pelvis"
	BalanceOf   Limit = "balance"
	Seated      Limit = "seated"
	Under18     Limit = "under-18" // and alone
	OneLegged   Limit = "one-leg"
)

// rule is what a limit makes of movements: which their facets admit, and of a pattern those that are nearest
// to it, the nearest first, each with how it is done then. But are exceptions to what facets say, with why.
type rule struct {
	limit  Limit
	name   string // on screen
	out    string // why a movement is left out
	mind   string // what is minded with it, whatever is trained
	facets func(Movement) bool
	but    map[string]string
	order  map[Pattern]string
}

// admits says whether a movement stays.
func (r rule) admits(m Movement) bool {
	_, except := r.but[m.Key]
	return r.facets(m) != except
}

// spared says that a movement does not load a joint, or bring a blow to it.
func spared(joint Limit, blows bool) func(Movement) bool {
	return func(m Movement) bool { return !m.loads(joint) && (m.Impact == 0 || !blows) }
}

// legwork are the patterns of whoever stands on legs.
var legwork = []Pattern{Squat, Hinge, OneLeg, HipSide, Calf, Jump, FrontRack, Swing, StepOver, Rope, Crawl, Drag, OverheadSquat}

// Held still for longer than these, in s, raises the pressure (house values).
const (
	holdAbove = 10
	holdBack  = 30
)

// rules are the limits, in the order in which they are shown. What remains: common practice, from memory.
var rules = []rule{
	{
		limit: Knee, name: "Knee", out: "loads the knee",
		facets: func(m Movement) bool { return spared(Knee, true)(m) && m.At != Kneeling },
		order: map[Pattern]string{
			Squat:  "chair-squat box-squat wall-sit(knees bent 60° at most) band-leg-press band-knee-extension",
			OneLeg: "low-step-up forefoot-step-back",
			Calf:   "heel-raise", GetUp: "by-chair", Jump: "",
		},
		but: map[string]string{"by-chair": "a cushion under the knee"},
	},
	{
		limit: Hip, name: "Hip", out: "loads the hip", facets: spared(Hip, true),
		order: map[Pattern]string{
			Squat: "chair-squat wall-sit band-leg-press", Hinge: "bridge shoulders-up-bridge two-hand-hinge(from knee height)",
			OneLeg: "low-step-up",
			Carry:  "farmer-carry suitcase-carry(on the sore side)", HipSide: "band-abduction(a hand on something)",
			Balance: "one-leg-stand(a hand on something)",
			GetUp:   "by-chair", Jump: "",
		},
	},
	{
		limit: Ankle, name: "Ankle and foot", out: "loads ankle and foot", facets: spared(Ankle, true),
		order: map[Pattern]string{
			Squat: "chair-squat wall-sit band-leg-press", OneLeg: "low-step-up(a hand on something) split-squat(a hand on something)",
			Carry: "standing-hold suitcase-hold hug-hold", Calf: "heel-raise band-heel-raise shin-raise",
			Balance: "one-leg-stand(a hand on something)", Jump: "",
		},
	},
	{
		limit: LowBack, name: "Low back", out: "loads the low back", facets: spared(LowBack, true),
		order: map[Pattern]string{
			Squat:     "goblet-squat bodyweight-squat chair-squat wall-sit",
			Hinge:     "bridge one-leg-bridge hip-thrust band-pull-through two-hand-hinge(from knee height)",
			PullLevel: "one-hand-row(a hand on something) strap-row band-row", Carry: "suitcase-carry farmer-carry",
			CoreTurn: "anti-rotation-press shoulder-taps",
			Brace:    "plank side-plank wall-plank opposite-limbs dead-bug", GetUp: "side-roll", Jump: "", Swing: "",
		},
	},
	{
		limit: Neck, name: "Neck", out: "loads the neck", facets: spared(Neck, false),
		order: map[Pattern]string{
			PushLevel: "counter-push-up floor-press band-press", PushUp: "", PullLevel: "one-hand-row(a hand on something) band-row",
			PullDown: "band-pull-down",
			Carry:    "suitcase-carry hug-carry", ShoulderSide: "side-raise-one wide-t-raise", Brace: "wall-plank plank",
			GetUp: "side-roll",
		},
	},
	{
		limit: ShoulderOf, name: "Shoulder", out: "loads the shoulder", facets: spared(ShoulderOf, false),
		order: map[Pattern]string{
			PushLevel: "counter-push-up floor-press wall-push-up close-counter-push-up", PushUp: "",
			PullDown: "band-pull-down(only where free of pain)",
			Carry:    "suitcase-carry hug-carry farmer-carry", ShoulderSide: "wide-t-raise(arms below 60°)",
			CoreTurn: "anti-rotation-press",
			Brace:    "wall-plank plank dead-bug", ArmStraighten: "band-push-down", GetUp: "sound-arm",
		},
	},
	{
		limit: Elbow, name: "Elbow", out: "loads the elbow", facets: spared(Elbow, false),
		order: map[Pattern]string{
			PushLevel: "wall-push-up counter-push-up", PushUp: "band-one-hand-press", PullLevel: "band-row(a cuff)",
			PullDown: "band-pull-down(a cuff)", Carry: "hug-carry",
			ShoulderSide: "wide-t-raise band-side-raise(a cuff)", ArmBend: "hammer-band-curl", ArmStraighten: "band-push-down",
		},
	},
	{
		limit: WristGrip, name: "Wrist and grip", out: "loads wrist and grip",
		facets: func(m Movement) bool {
			return !m.loads(WristGrip) && !m.Has(Hands) && (m.Grip() == NoGrip || m.Grip() == CuffGrip)
		},
		but: map[string]string{
			"strap-row": "all of the grip", "towel-row": "all of the grip", "table-row": "all of the grip",
		},
		order: map[Pattern]string{
			Squat: "hug-squat pack-squat back-squat chair-squat", Hinge: "bridge loaded-bridge pick-up pack-hinge",
			PushLevel: "band-press(a cuff) fist-wall-push-up", PushUp: "band-overhead-press(a cuff) band-one-hand-press(a cuff)",
			PullLevel: "band-row(a cuff)", PullDown: "band-pull-down(a cuff)", ShoulderSide: "band-side-raise(a cuff)",
			CoreTurn: "anti-rotation-press(a cuff)",
			ArmBend:  "band-curl(a cuff)", ArmStraighten: "band-push-down(a cuff)", Carry: "hug-carry hug-hold", Brace: "plank wall-plank",
		},
	},
	{
		limit: NoOverhead, name: "Nothing overhead", out: "nothing overhead for this client",
		facets: func(m Movement) bool { return !m.Has(Overhead) && !m.Has(Above) },
		order: map[Pattern]string{PushUp: "", PullDown: "band-straight-pull-down(to the height of the eyes)",
			GetUp: "floor-get-up(without a load)"},
	},
	{
		limit: NoFloor, name: "Nothing on the floor", out: "nothing on the floor for this client",
		facets: func(m Movement) bool {
			return !m.At.OnFloor() && (m.Start == 0 || m.Start >= lowStart || m.Has(SpineBent))
		},
		order: map[Pattern]string{
			Hinge:     "two-hand-hinge romanian-pair staggered-hinge(a hand on something) band-good-morning bed-bridge",
			OneLeg:    "split-squat(half depth, a hand on something) low-step-up",
			PushLevel: "wall-push-up counter-push-up bench-press band-press",
			PullDown:  "seated-pull-down one-arm-band-pull-down", HipSide: "band-abduction band-side-step band-seated-abduction",
			CoreTurn: "anti-rotation-press",
			Brace:    "wall-plank", GetUp: "lower-seats",
		},
	},
	{
		limit: NoJumping, name: "No jumping", out: "no jumping for this client",
		facets: func(m Movement) bool { return m.Impact == 0 },
		order:  map[Pattern]string{Jump: ""},
	},
	{
		limit: Pressure, name: "Raised pressure", out: "raises the pressure",
		mind: "the breath is never held, three repetitions stay in reserve; pressure is taken before, and at 180/110 and above there is no session that day",
		facets: func(m Movement) bool {
			return !m.Has(HeadLow) && !(m.Has(Overhead) && m.Held > holdAbove) &&
				!(m.Hold != "" && m.Held > holdBack && m.Has(Strain) && m.Has(TrunkHeld))
		},
		order: map[Pattern]string{Brace: "plank(30 s at most) wall-plank", GetUp: "floor-get-up(slowly)"},
		but:   map[string]string{"heels-up-bridge": "for moments only, the head flat"},
	},
	{
		limit: Bones, name: "Brittle bones", out: "bends, turns or shocks the spine",
		mind: "the back stays long when something is picked up; no bending or turning under a load",
		facets: func(m Movement) bool {
			return !m.Has(SpineBent) && !m.Has(SpineTurned) && m.Impact < 2 && m.Use != load.Swung &&
				!(m.Start > 0 && m.Start < kneeHigh && (m.Pattern == WholeBody || slices.Contains(legwork, m.Pattern))) &&
				!(slices.Contains([]Pattern{Squat, Hinge}, m.Pattern) && (m.Has(Strain) || m.Use == load.OnBack)) &&
				!(m.Pattern == Balance && !m.Has(Support)) && !(m.Pattern == GetUp && m.Has(Hands))
		},
		order: map[Pattern]string{
			Squat: "goblet-squat chair-squat", Hinge: "romanian-pair two-hand-hinge(from knee height) bridge",
			PullLevel: "one-hand-row(a hand on something) band-row",
			CoreTurn:  "anti-rotation-press", Brace: "plank side-plank opposite-limbs", Balance: "one-leg-stand(a hand on something)",
			Jump: "heel-drop", GetUp: "side-roll",
		},
		but: map[string]string{
			"strap-row": "a fall on to the back", "table-row": "a fall on to the back", "shoulder-taps": "a turn at each tap",
			"plank-row":  "a turn at each pull",
			"plank-drag": "a turn at each pull",
		},
	},
	{
		limit: HipReplaced, name: "Replaced hip", out: "bends, crosses or turns a replaced hip",
		mind: "the surgeon’s list is asked for; until it is known: not beyond a right angle, not across the middle, no turning in on it",
		facets: func(m Movement) bool {
			return !m.loads(Hip) && m.Hip <= rightAngle && m.Impact == 0 && !m.Has(Crossing) && !m.Has(Pivot) &&
				!(m.Has(OneSided) && (m.Pattern == Carry || slices.Contains(legwork, m.Pattern))) &&
				!(m.At.OnFloor() && m.Pattern == PushLevel) && m.Pattern != GetUp
		},
		order: map[Pattern]string{
			Squat: "chair-squat(the seat 5 cm above the knee at least)", Hinge: "bridge short-hinge", OneLeg: "low-step-up",
			Carry:   "farmer-carry standing-hold",
			HipSide: "band-abduction(a hand on something)", CoreTurn: "anti-rotation-press(feet still)", Brace: "wall-plank plank",
			Balance: "one-leg-stand(a hand on something)", Jump: "", GetUp: "",
		},
		but: map[string]string{"standing-hold": "both feet stand still", "short-hinge": "bends 60° only, the back stays long"},
	},
	{
		limit: Pregnancy, name: "Pregnancy from 16 weeks", out: "not in pregnancy from 16 weeks on",
		mind: "train so that talking goes on, three to four repetitions in reserve, not in the heat; bleeding, fluid, dizziness, headache or pain: stop, and ask the midwife",
		facets: func(m Movement) bool {
			switch {
			case m.Impact > 0, m.At == OnFront, m.At == Propped, m.At == OnBack && m.Incline < tilted, m.At == OnBench &&
				m.Incline < tilted,
				m.At == OnBed, m.Has(SpineBent), m.Has(HeadLow), m.Has(Strain), m.Has(AtBelly), m.At == Hanging,
				m.Has(Overhead) && m.At == Standing, m.Has(Unsteady), m.Hold == load.Bar &&
					!slices.Contains([]Pattern{PullLevel, ArmBend}, m.Pattern), m.Use == load.Swung, m.Use == load.Thrown:
				return false
			case m.Pattern == OneLeg:
				return m.Has(Support)
			}
			return (m.Start == 0 || m.Start >= kneeHigh) && !(m.Has(OnOneLeg) && !m.Has(Support)) &&
				!(m.Pattern == GetUp && m.At == FloorSitting)
		},
		order: map[Pattern]string{
			Hinge:     "romanian-pair two-hand-hinge band-pull-through",
			OneLeg:    "low-step-up(a hand on something) split-squat(a hand on something)",
			PushLevel: "counter-push-up wall-push-up incline-press band-press", PushUp: "seated-press", PullDown: "band-pull-down",
			Carry:    "suitcase-carry farmer-carry",
			CoreTurn: "anti-rotation-press", Brace: "opposite-limbs wall-plank knee-side-plank",
			Balance: "one-leg-stand(a hand on something)", Jump: "", GetUp: "side-roll",
		},
		but: map[string]string{"band-pull-through": "a light load between the legs"},
	},
	{
		limit: Postnatal, name: "Up to 12 weeks after birth", out: "not before 12 weeks after birth and a check",
		mind: "breathing, pelvic floor and walking first; leaking, heaviness or pain: less, and ask the midwife or physiotherapist",
		facets: func(m Movement) bool {
			switch {
			case m.Impact > 0, m.Has(SpineBent), m.Has(HeadLow), m.Has(Strain), m.At == Hanging, m.At == Propped, m.Has(Unsteady),
				m.Use == load.Swung, m.Use == load.Thrown:
				return false
			case slices.Contains([]Pattern{Squat, Hinge, Carry, PushLevel}, m.Pattern) && m.Grip() == HeavyGrip,
				slices.Contains([]Pattern{Squat, Hinge}, m.Pattern) && (m.Hold == load.Hug || m.Hold == load.Worn),
				m.Has(OnOneLeg) && !m.Has(Support), m.Pattern == OneLeg && (m.Has(Split) || m.Has(Wide)):
				return false
			}
			return m.Start == 0 || m.Start >= kneeHigh
		},
		order: map[Pattern]string{
			Squat: "bodyweight-squat chair-squat goblet-squat", Hinge: "bridge two-hand-hinge", OneLeg: "low-step-up",
			PushLevel: "wall-push-up counter-push-up",
			PullDown:  "band-pull-down", Carry: "hug-carry", CoreTurn: "anti-rotation-press", Brace: "dead-bug wall-plank", Jump: "",
		},
	},
	{
		limit: Pelvis, name: "Pain in the pelvis", out: "spreads or tilts a sore pelvis",
		mind: "feet level, steps no wider than the shoulders; pain: stop",
		facets: func(m Movement) bool {
			if m.Impact > 0 || m.Has(OnOneLeg) || m.Has(Wide) || m.Pattern == OneLeg || m.Pattern == Balance && m.Has(Walks) {
				return false
			}
			if m.Pattern == Carry || m.Pattern == WholeBody || slices.Contains(legwork, m.Pattern) {
				return !m.Has(Split) && !m.Has(OneSided) && !m.Has(Strain) && !m.Has(Crossing) &&
					(m.Pattern == Carry || m.Grip() != HeavyGrip)
			}
			return m.Pattern != CoreFlexion || !m.Has(SpineBent)
		},
		order: map[Pattern]string{
			Squat: "chair-squat bodyweight-squat", Hinge: "bridge two-hand-hinge", OneLeg: "", Carry: "farmer-carry",
			HipSide: "band-seated-abduction(narrow)",
			Brace:   "wall-plank dead-bug", Calf: "heel-raise", Balance: "weight-shift", Jump: "", GetUp: "by-chair",
		},
		but: map[string]string{"side-lying-abduction": "the upper leg pulls at the pelvis", "band-clam": "the knees part"},
	},
	{
		limit: BalanceOf, name: "Unsure on the feet", out: "asks for a balance that is not there",
		mind: "something to hold within reach, steps low, the floor clear",
		facets: func(m Movement) bool {
			switch {
			case m.Impact > 0, m.Has(Unsteady), m.Step > lowTread, m.At == Standing && m.Has(Overhead) &&
				slices.Contains([]Pattern{PushUp, Carry, WholeBody, OverheadSquat}, m.Pattern),
				m.Has(OnOneLeg) && m.Pattern != Hinge && !m.Has(Support):
				return false
			case m.Pattern == OneLeg, m.Pattern == Calf:
				return m.Has(Support) || m.At != Standing
			case m.Pattern == Carry, m.Pattern == WholeBody:
				return !m.Has(OneSided)
			}
			return !(m.At == Standing && m.Has(OnOneLeg) && !m.Has(Support))
		},
		order: map[Pattern]string{
			OneLeg: "low-step-up(a hand on something) split-squat(a hand on something)", PushUp: "seated-press",
			Carry:   "hug-carry farmer-carry(by a wall) standing-hold",
			HipSide: "band-abduction(a hand on something) band-seated-abduction", Calf: "heel-raise(a hand on something)",
			Balance: "one-leg-stand(a hand on something) heel-toe-walk(a hand on something)", Jump: "", GetUp: "by-chair",
		},
		but: map[string]string{"band-side-step": "steps against a pull"},
	},
	{
		limit: Seated, name: "Does not use the legs", out: "done with the legs",
		mind:   "chair braked, anti-tip down, a belt where the trunk does not hold; two pulls for each push; pressure is relieved every 15 to 30 minutes",
		facets: func(m Movement) bool { return m.Has(Sits) && !slices.Contains(legwork, m.Pattern) },
		order: map[Pattern]string{
			Squat: "", Hinge: "", OneLeg: "", HipSide: "", Calf: "", Jump: "", PushLevel: "band-press", PushUp: "seated-press",
			PullLevel: "seated-row",
			PullDown:  "seated-pull-down", Carry: "lap-carry", ShoulderSide: "side-raise", CoreTurn: "seated-press-out",
			Brace:   "trunk-hold",
			ArmBend: "one-hand-curl band-curl", ArmStraighten: "band-push-down", Balance: "seated-reach", GetUp: "chair-transfer",
		},
		but: map[string]string{"machine-intervals": "most machines ask for the legs"},
	},
	{
		limit: OneLegged, name: "Uses one leg", out: "needs both legs",
		facets: func(m Movement) bool {
			return !slices.Contains(legwork, m.Pattern) || m.Sides == EachSide && m.Impact == 0 && !m.Has(Split) &&
				(m.At != Standing || m.Has(Support))
		},
		but: map[string]string{"low-step-up": "always with the same leg, holding on"},
	},
	{
		limit: Under18, name: "Under 18", out: "not alone under 18",
		mind: "technique first, somebody watches, no test below six repetitions",
		facets: func(m Movement) bool {
			return m.Hold != load.Bar && !(m.Has(Unsteady) && m.Has(Overhead)) && !(m.Pattern == ArmStraighten && m.Has(OverTheFace))
		},
	},
}

// Bounds of facets that several rules ask for.
const (
	lowStart   = 0.30 // m: lower than this is as good as the floor
	kneeHigh   = 0.45 // m
	rightAngle = 90   // deg
	tilted     = 30   // deg of the trunk, from which on lying is not flat
	lowTread   = 0.20 // m
)

// Limits lists them all.
func Limits() (out []Limit) {
	for _, r := range rules {
		out = append(out, r.limit)
	}
	return out
}

// Name is what a limit is called.
func (l Limit) Name() string { return ruleOf(l).name }

// Out is why a limit leaves a movement out.
func (l Limit) Out() string { return "left out: " + ruleOf(l).out }

// Exceptions are the movements of which a limit's rule says otherwise than their facets, each with why.
func Exceptions() map[Limit]map[string]string {
	out := map[Limit]map[string]string{}
	for _, r := range rules {
		out[r.limit] = r.but
	}
	return out
}

// Mind is what is minded with a limit, whatever is trained; empty for nothing.
func (l Limit) Mind() string { return ruleOf(l).mind }

func ruleOf(l Limit) rule {
	for _, r := range rules {
		if r.limit == l {
			return r
		}
	}
	return rule{}
}

// Stay is a movement that usually stays possible with a limit, and how it is done then; empty for as ever.
type Stay struct {
	Movement Movement
	How      string
}

// Instead are the movements that usually stay possible of a pattern with a limit, the
// nearest first; ok is false where the limit changes nothing of it that is told.
func Instead(l Limit, p Pattern) (all []Stay, ok bool) {
	said, ok := ruleOf(l).order[p]
	for said = strings.TrimSpace(said); said != ""; {
		key, rest, _ := strings.Cut(said, " ")
		how := ""
		if before, after, has := strings.Cut(key, "("); has {
			key = before
			how, rest, _ = strings.Cut(after+" "+rest, ")")
		}
		said = strings.TrimSpace(rest)
		if m, err := ByKey(key); err == nil {
			all = append(all, Stay{m, how})
		}
	}
	return all, ok
}
