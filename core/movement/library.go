package movement

import (
	"slices"
	"strings"

	"scrappyrack/core/body"
	"scrappyrack/core/capability"
	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
)

// pushUps: share of body weight on the hands (Ebben et al. 2011, J Strength
// Cond Res 25(10):2891–2894, from memory).
var pushUps = []BodyShare{
	{Name: "push-up, hands on 61 cm", Share: pushed(0.61)},
	{Name: "push-up on knees", Share: load.KneePushUp().Typical},
	{Name: "push-up, hands on 30 cm", Share: pushed(0.305)},
	{Name: "push-up", Share: pushed(0), Usual: true},
	{Name: "push-up, feet on 30 cm", Share: pushed(-0.305)},
	{Name: "push-up, feet on 61 cm", Share: pushed(-0.61)},
}

// pushed is the share of a push-up inside the measured table, where the stature
// does not matter.
func pushed(rise quantity.Length) float64 {
	s, _ := load.PushUp(rise, body.MinStature)
	return s.Typical
}

// strapRows: shares by body angle from the vertical.
var strapRows = []BodyShare{
	{Name: "row, body at 30°", Share: strapped(30)},
	{Name: "row, body at 45°", Share: strapped(45), Usual: true},
	{Name: "row, body at 60°", Share: strapped(60)},
	{Name: "row, body at 75°", Share: strapped(75)},
}

func strapped(angle float64) float64 {
	s, _ := load.StrapPull(angle)
	return s.Typical
}

var wholeBody = []BodyShare{{Name: "the whole body", Share: 1, Usual: true}}

const (
	neutralBack = "Back neither rounded nor over-arched; the breath is not held."
	overheadCau = "Closed load only, taped; nobody and nothing in the arc above and in front."
	bandCaution = "Look the band over for nicks; pull slowly the first time; eyes out of its line."
	underFoot   = "A band under the foot slips on a smooth floor: mid-foot, flat shoe, slow first pull."
	hangCaution = "Rated hardware only; pull slowly before the feet leave the floor."
	atAnchor    = "Look the band over and pull slowly the first time; eyes out of its line."
	faceward    = "The band points at the face: a second look at the anchor before every set, and no nearer than the movement asks."
	legLoop     = "Look the loop over for nicks; it rolls up on bare skin."
	roundBack   = "The band lies flat across the shoulder blades, clear of neck and armpits."
)

// What movements require.
var (
	bench = capability.Requirement{Kind: capability.Bench}
	step  = capability.Requirement{Kind: capability.Step, At: capability.Span{From: 0.30,
		To: 0.55}} // 18 to 20 in, common practice; lower for short people
	rack        = capability.Requirement{Kind: capability.Rack}
	hangBar     = capability.Requirement{Kind: capability.HangBar}
	lowBar      = capability.Requirement{Kind: capability.LowBar}
	lowStep     = capability.Requirement{Kind: capability.Step, At: capability.Span{From: 0.10, To: 0.30}}
	seat        = capability.Requirement{Kind: capability.Seat}
	counter     = capability.Requirement{Kind: capability.Counter}
	dipEdges    = capability.Requirement{Kind: capability.DipEdge}
	ledge       = capability.Requirement{Kind: capability.Ledge}
	slide       = capability.Requirement{Kind: capability.Slide}
	stick       = capability.Requirement{Kind: capability.Stick}
	ball        = capability.Requirement{Kind: capability.Ball}
	rope        = capability.Requirement{Kind: capability.Rope}
	machine     = capability.Requirement{Kind: capability.Machine}
	lane        = capability.Requirement{Kind: capability.Lane, At: capability.Span{From: 2, To: 1000}} // house value, as space.Lengths
	anchorHigh  = capability.Requirement{Kind: capability.Anchor, At: capability.High}
	anchorChest = capability.Requirement{Kind: capability.Anchor, At: capability.Chest}
	anchorWaist = capability.Requirement{Kind: capability.Anchor, At: capability.Middle}
	anchorLow   = capability.Requirement{Kind: capability.Anchor, At: capability.Low}
)

// library is every movement, family by family; each stands in a file of its family.
// Qualities, counts and ratios are house values.
var library = prepared(slices.Concat(
	allSquats, allWallSits, allLunges, allSteps, allHinges, allSwings, allBridges, allHipWork, allCalves, allJumps, allPushUps, allDips,
	allPresses, allRaises, allRows, allPullDowns, allRearFlies, allPullUps, allCurls, allExtensions, allCarries, allThrows, allCrawls,
	allTrunk, allIntervals, allBalanceWork, allGetUps, allMobilities,
))

// prepared gives the band movements among them what they share with their record, and all of them the limits
// that their facets do not meet.
func prepared(all []Movement) []Movement {
	for i := range all {
		if g := all[i].Band; g != nil {
			ready := g.Ready(all[i].Key, all[i].Name, all[i].Caution)
			all[i].Band = &ready
		}
		all[i].Tactics = slices.DeleteFunc(slices.Clone(all[i].Tactics), func(t Tactic) bool {
			// A bar or a band is held one way; what one limb does has no limb less.
			return t == HarderHold && (all[i].Hold == load.Bar || all[i].Hold == load.Band) || t == OneLimb && all[i].Sides != BothSides
		})
		if breath := "the breath is not held"; all[i].strains() && !strings.Contains(strings.ToLower(all[i].Caution), "breath") {
			all[i].Caution += " " + strings.ToUpper(breath[:1]) + breath[1:] + "."
		}
		for _, r := range rules {
			if !r.admits(all[i]) {
				all[i].Spares = append(all[i].Spares, r.limit)
			}
		}
	}
	return all
}
