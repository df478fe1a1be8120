package movement_test

import (
	"fmt"
	"os"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/load"
	"scrappyrack/core/movement"
)

// remains is what a physiotherapist and coach leave of each pattern (from memory, common practice): keys that
// stay, keys with a minus before them that go, nothing where nothing stays. Patterns that are not named stay whole.
const remains = `
knee:
	SQ chair-squat box-squat wall-sit band-leg-press band-knee-extension; SL low-step-up forefoot-step-back;
	HS -band-side-step; PD -band-pull-down; CF -bent-heel-raise; JU; GU by-chair
hip:
	SQ chair-squat wall-sit band-leg-press; HI bridge shoulders-up-bridge two-hand-hinge; SL low-step-up;
	CA farmer-carry suitcase-carry; HS band-abduction; BR -slide-climber; BA *; JU; GU by-chair
ankle:
	SQ chair-squat wall-sit band-leg-press; HI -one-leg-hinge; SL low-step-up split-squat;
	CA standing-hold suitcase-hold hug-hold; CF heel-raise band-heel-raise shin-raise; BA *; JU
low-back:
	SQ goblet-squat bodyweight-squat chair-squat wall-sit;
	HI bridge one-leg-bridge hip-thrust band-pull-through two-hand-hinge; SL -lunge-reach -pack-step-up;
	PF -pack-push-up; PT one-hand-row strap-row band-row; CA suitcase-carry farmer-carry;
	RT anti-rotation-press shoulder-taps; BR plank side-plank wall-plank opposite-limbs dead-bug;
	CF -pack-heel-raise; AB -bar-curl; JU; GU side-roll
neck:
	SQ -back-squat -pack-squat; SL -pack-step-up; PF counter-push-up floor-press band-press; PO;
	PT one-hand-row band-row; PD band-pull-down; CA suitcase-carry hug-carry; SR side-raise-one wide-t-raise;
	BR wall-plank plank; CF -pack-heel-raise; AS -overhead-extension -band-overhead-extension; GU side-roll
shoulder:
	SQ -back-squat; PF counter-push-up floor-press wall-push-up close-counter-push-up; PO; PD band-pull-down;
	CA -overhead-carry -overhead-hold -upside-down-rack -upside-down-level -upside-down-overhead; SR wide-t-raise;
	RT anti-rotation-press; BR wall-plank plank dead-bug; AS band-push-down; GU sound-arm
elbow:
	PF wall-push-up counter-push-up; PO band-one-hand-press; PT band-row; PD band-pull-down; CA hug-carry;
	SR wide-t-raise band-side-raise; AB hammer-band-curl; AS band-push-down
wrist-grip:
	SQ hug-squat pack-squat back-squat chair-squat; HI bridge loaded-bridge pick-up pack-hinge;
	SL -split-squat-pair -goblet-lunge -suitcase-lunge; CF -loaded-heel-raise;
	PF band-press fist-wall-push-up -push-up -bench-press;
	PO band-overhead-press band-one-hand-press -one-hand-press; PT band-row -one-hand-row;
	PD band-pull-down -pull-up; SR band-side-raise -side-raise; RT anti-rotation-press -plank-row;
	AB band-curl -one-hand-curl; AS band-push-down -overhead-extension;
	CA hug-carry hug-hold -farmer-carry -suitcase-carry; BR -slide-climber
no-overhead:
	PO; PD band-straight-pull-down -pull-up -band-pull-down; CA -overhead-carry -overhead-hold;
	AS -overhead-extension -band-overhead-extension; GU floor-get-up -loaded-get-up
no-floor:
	SQ -kneeling-lean -band-leg-press;
	HI two-hand-hinge romanian-pair staggered-hinge band-good-morning bed-bridge -bridge -deadlift; SL *;
	PF wall-push-up counter-push-up bench-press band-press -push-up -floor-press;
	PO -floor-seated-press -pike-push-up; PT -band-seated-row -table-row;
	PD seated-pull-down one-arm-band-pull-down -band-pull-down;
	HS band-abduction band-side-step band-seated-abduction -band-clam -side-lying-abduction;
	RT anti-rotation-press -shoulder-taps; BR wall-plank -plank; AS -close-floor-extension;
	GU lower-seats -floor-get-up -side-roll
no-jumping:
	JU
pressure:
	SQ -loaded-wall-sit; PF -feet-raised-push-up; PO -pike-push-up; CA -overhead-hold
bones:
	SQ goblet-squat chair-squat -back-squat; HI romanian-pair two-hand-hinge bridge -deadlift -pick-up;
	SL -lunge-reach; PT one-hand-row band-row -strap-row; RT anti-rotation-press -seated-twist -band-chop-down;
	BR plank side-plank opposite-limbs; BA *; JU heel-drop -hop -jump-squat -pop-squat; GU side-roll -loaded-get-up
hip-replaced:
	SQ chair-squat -back-squat -goblet-squat -bodyweight-squat; HI bridge short-hinge -deadlift -two-hand-hinge;
	SL low-step-up -split-squat; PF -push-up -floor-press -narrow-push-up; PT -band-seated-row;
	CA farmer-carry standing-hold -suitcase-carry -overhead-carry;
	HS band-abduction -side-lying-adduction -band-side-step; RT anti-rotation-press -band-chop-down;
	BR wall-plank plank -slide-climber; BA *; JU; GU
pregnancy:
	SQ -back-squat; HI romanian-pair two-hand-hinge band-pull-through -deadlift -bridge;
	SL low-step-up split-squat -forward-lunge;
	PF counter-push-up wall-push-up incline-press band-press -push-up -floor-press -bench-press;
	PO seated-press -one-hand-press; PD band-pull-down -pull-up;
	CA suitcase-carry farmer-carry -overhead-carry -hug-carry; RT anti-rotation-press -shoulder-taps;
	BR opposite-limbs wall-plank knee-side-plank -plank; AS -close-floor-extension; BA *; JU; GU side-roll
postnatal:
	SQ bodyweight-squat chair-squat goblet-squat -back-squat; HI bridge two-hand-hinge -deadlift;
	SL low-step-up -split-squat; PF wall-push-up counter-push-up -push-up; PD band-pull-down -pull-up;
	CA hug-carry -farmer-carry; RT anti-rotation-press; BR dead-bug wall-plank -plank; JU
pelvis:
	SQ chair-squat bodyweight-squat -back-squat -pair-squat; HI bridge two-hand-hinge -one-leg-hinge -one-leg-bridge;
	SL; CA farmer-carry -suitcase-carry; HS band-seated-abduction -band-side-step -band-abduction;
	BR wall-plank dead-bug; CF heel-raise -one-leg-heel-raise; BA weight-shift -one-leg-stand; JU; GU by-chair
balance:
	HI -one-leg-hinge; SL low-step-up split-squat -step-up -forward-lunge; PO seated-press -one-hand-press;
	CA hug-carry farmer-carry standing-hold -suitcase-carry -overhead-carry;
	HS band-abduction band-seated-abduction -band-side-step; CF *; BA one-leg-stand heel-toe-walk; JU; GU by-chair
seated:
	SQ; HI; SL; HS; CF; JU; PF band-press -push-up; PO seated-press -one-hand-press; PT seated-row -bar-row;
	PD seated-pull-down -pull-up; CA lap-carry -farmer-carry; SR side-raise; RT seated-press-out -shoulder-taps;
	BR trunk-hold -plank; AB one-hand-curl band-curl; AS band-push-down; BA seated-reach -one-leg-stand;
	GU chair-transfer -floor-get-up
one-leg:
	SQ band-leg-press band-knee-extension -back-squat; HI one-leg-bridge -deadlift;
	SL low-step-up step-down -split-squat -forward-lunge; HS band-abduction -band-side-step;
	CF one-leg-heel-raise -heel-raise; JU
under-18:
	CA -upside-down-overhead; AS -close-floor-extension; PF -bench-press -bar-floor-press; HI -deadlift`

var short = map[string]movement.Pattern{
	"SQ": movement.Squat, "HI": movement.Hinge, "SL": movement.OneLeg, "PF": movement.PushLevel, "PO": movement.PushUp,
	"PT": movement.PullLevel, "PD": movement.PullDown,
	"CA": movement.Carry, "SR": movement.ShoulderSide, "HS": movement.HipSide, "RT": movement.CoreTurn, "BR": movement.Brace,
	"CF": movement.Calf, "AB": movement.ArmBend,
	"AS": movement.ArmStraighten, "BA": movement.Balance, "JU": movement.Jump, "GU": movement.GetUp,
}

// notWhole are movements that a limit takes out of a pattern which the table leaves whole, and why that is right.
var notWhole = map[string]map[string]string{
	"no-overhead":  {"band-chop-up": "ends above the head", "band-back-raise": "a press overhead"},
	"hip-replaced": {"pike-push-up": "bends the hip beyond a right angle"},
	"pregnancy":    {"band-back-raise": "a press overhead, standing"},
	"postnatal":    {"pike-push-up": "on hands and toes"},
	"under-18": {"back-squat": "a bar", "deadlift": "a bar", "romanian-bar": "a bar", "bench-press": "a bar", "bar-press": "a bar",
		"bar-row": "a bar", "bar-curl": "a bar"},
}

// younger are movements that the table does not know.
const younger = "pack-hinge chair-transfer loaded-get-up floor-get-up by-chair lower-seats side-roll sound-arm pack-split-squat bar-floor-press assisted-pull-up lowering-pull-up towel-row"

func left(l movement.Limit, p movement.Pattern) (stay, gone []string) {
	for _, m := range movement.All() {
		switch {
		case m.Pattern != p:
		case slices.Contains(m.Spares, l):
			gone = append(gone, m.Key)
		default:
			stay = append(stay, m.Key)
		}
	}
	return stay, gone
}

// What remains of each pattern with each limit is what the table says.
func TestWhatRemains(t *testing.T) {
	told := map[movement.Limit]bool{}
	var limits []string // a line each
	for _, about := range strings.Split("\n"+strings.TrimSpace(remains), "\n") {
		if strings.HasSuffix(about, ":") {
			limits = append(limits, about)
		} else if len(limits) > 0 {
			limits[len(limits)-1] += " " + about
		}
	}
	for _, line := range limits {
		name, rest, _ := strings.Cut(line, ":")
		l := movement.Limit(name)
		require.Contains(t, movement.Limits(), l)
		told[l] = true
		named := map[movement.Pattern]bool{}
		for _, one := range strings.Split(rest, ";") {
			words := strings.Fields(one)
			p := short[words[0]]
			require.NotEmpty(t, p, one)
			named[p] = true
			stay, gone := left(l, p)
			if len(words) == 1 {
				assert.Empty(t, stay, "%s leaves nothing of %s", l, p)
			}
			for _, key := range words[1:] {
				switch {
				case key == "*":
					assert.NotEmpty(t, stay, "%s, %s", l, p)
				case key[0] == '-':
					assert.NotContains(t, stay, key[1:], "%s, %s", l, p)
				default:
					assert.NotContains(t, gone, key, "%s, %s", l, p)
					assert.Contains(t, stay, key, "%s, %s", l, p)
				}
			}
		}
		for _, p := range short {
			if _, gone := left(l, p); !named[p] {
				for _, key := range gone {
					assert.True(t, notWhole[name][key] != "" || slices.Contains(strings.Fields(younger), key),
						"%s: %s stays whole, with %s", l, p, key)
				}
			}
		}
	}
	for _, l := range movement.Limits() {
		assert.True(t, told[l], l)
	}
}

// What a limit puts first of a pattern is of it, and stays.
func TestWhatALimitLeaves(t *testing.T) {
	told := 0
	for _, l := range movement.Limits() {
		for _, p := range short {
			all, _ := movement.Instead(l, p)
			for _, stays := range all {
				told++
				assert.Equal(t, p, stays.Movement.Pattern, "%s, %s: %s", l, p, stays.Movement.Key)
				assert.NotContains(t, stays.Movement.Spares, l, "%s stays with %s", stays.Movement.Key, l)
			}
		}
	}
	assert.Greater(t, told, 150)
	wall, ok := movement.Instead(movement.Knee, movement.Squat)
	require.True(t, ok)
	assert.Equal(t, "wall-sit", wall[2].Movement.Key)
	assert.Equal(t, "knees bent 60° at most", wall[2].How)
	_, ok = movement.Instead(movement.Knee, movement.PullDown)
	assert.False(t, ok)
}

// Facets do not contradict names: what is called kneeling is on the floor, what is called a jump jumps.
func TestFacetsAgreeWithNames(t *testing.T) {
	says := func(m movement.Movement, words ...string) bool {
		return slices.ContainsFunc(words, func(w string) bool { return strings.Contains(strings.ToLower(m.Name), w) })
	}
	for _, m := range movement.All() {
		require.NotEmpty(t, m.At, m.Key)
		for _, c := range []struct {
			words []string
			holds bool
		}{
			{[]string{"kneel", "seated on the floor", "plank on", "lying", "hands and knees"}, m.At.OnFloor()},
			{[]string{"jump", "hops", "burpee"}, m.Impact == 2},
			{[]string{"overhead", "over the head"}, m.Has(movement.Overhead)},
			{[]string{"pull-up", "pull-down, band at a high"}, m.Has(movement.Above)},
			{[]string{"push-up"}, m.Has(movement.Hands) || m.Key == "fist-wall-push-up"},
			{[]string{"one-leg", "on one leg"}, m.Has(movement.OnOneLeg)},
			{[]string{"wide-stance", "side lunge", "side step"}, m.Has(movement.Wide)},
			{[]string{"seated on a chair", "from the seat"}, m.At == movement.Sitting},
			{[]string{"feet raised", "hips high"}, m.Has(movement.HeadLow)},
			{[]string{"twist", "with a turn", "turns, "}, m.Has(movement.SpineTurned)},
			{[]string{"step-up", "step-down", "stairs"}, m.Step > 0},
		} {
			if says(m, c.words...) && !says(m, "twisting") {
				assert.True(t, c.holds, "%s: %s says %v", m.Key, m.Name, c.words)
			}
		}
		assert.Equal(t, m.Use == load.OverFace, m.Has(movement.OverTheFace), m.Key)
		assert.LessOrEqual(t, max(m.Hip, m.Knee), 125, m.Key)
		if m.Format.Of == movement.Seconds && m.Held > 0 {
			assert.GreaterOrEqual(t, m.Held, m.Format.Low, m.Key)
		}
	}
}

// The printed table of what remains is what the rules say: `UPDATE=1 go test ./core/movement -run Printed` writes it.
func TestLimitsArePrinted(t *testing.T) {
	var b strings.Builder
	b.WriteString("# What a limit leaves\n\nFor each limit and pattern: what stays, the nearest first with how it is done; then what goes. " +
		"Patterns of which a limit leaves everything are left out. Written by `make limits` from the facets of the movements; " +
		"common practice, from memory; a physician, physiotherapist or midwife decides.\n")
	for _, l := range movement.Limits() {
		fmt.Fprintf(&b, "\n## %s (`%s`)\n\n| pattern | stays | goes |\n|---|---|---|\n", l.Name(), l)
		for _, p := range movement.Patterns() {
			stay, gone := left(l, p)
			if len(gone) == 0 {
				continue
			}
			near, _ := movement.Instead(l, p)
			var words []string
			for _, s := range near {
				stay = slices.DeleteFunc(stay, func(k string) bool { return k == s.Movement.Key })
				if s.How != "" {
					s.Movement.Key += " (" + s.How + ")"
				}
				words = append(words, s.Movement.Key)
			}
			words = append(words, stay...)
			if len(words) == 0 {
				words = []string{"nothing"}
			}
			fmt.Fprintf(&b, "| %s | %s | %s |\n", p, strings.Join(words, ", "), strings.Join(gone, ", "))
		}
	}
	const path = "../../docs/limits.md"
	if os.Getenv("UPDATE") != "" {
		require.NoError(t, os.WriteFile(path, []byte(b.String()), 0o644))
	}
	have, err := os.ReadFile(path)
	require.NoError(t, err)
	assert.Equal(t, b.String(), string(have), "docs/limits.md is old: make limits")
}

// Every exception to what facets say has its reason.
func TestExceptionsHaveReasons(t *testing.T) {
	for l, all := range movement.Exceptions() {
		for key, why := range all {
			_, err := movement.ByKey(key)
			assert.NoError(t, err, "%s: %s", l, key)
			assert.NotEmpty(t, why, "%s: %s", l, key)
		}
		assert.LessOrEqual(t, len(all), 8, "%s: a rule with that many exceptions is a list", l)
	}
}

// Every hold and every press says that the breath is not held; no bar and no band is told of another hold.
func TestBreathAndTactics(t *testing.T) {
	said := 0
	for _, m := range movement.All() {
		if m.Held > 0 || m.Family == movement.Presses || m.Has(movement.Strain) {
			said++
			assert.Contains(t, strings.ToLower(m.Caution), "breath", m.Key)
		}
		if m.Hold == load.Bar || m.Hold == load.Band {
			assert.NotContains(t, m.Tactics, movement.HarderHold, m.Key)
		}
		if m.Sides != movement.BothSides {
			assert.NotContains(t, m.Tactics, movement.OneLimb, m.Key)
		}
	}
	assert.Greater(t, said, 40)
}
