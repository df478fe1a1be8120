// Package builds holds what can be made: designs with the checks that they must pass, each
// with its demand, its capacity and where the rule comes from. Nothing here approves
// anything: it is guidance for a competent person, and local codes and a licensed trade
// decide. What is not known takes its weak end.
package builds

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"scrappyrack/core/quantity"
)

// Constants of the strength of timber (house values but where a source is said).
const (
	// gradedFactor divides the mean modulus of rupture of clear wood for stamped No. 2 timber
	// or better where a person depends on it, stickFactor that of an inspected, clear,
	// straight-grained stick.
	gradedFactor, stickFactor = 12.0, 4.0
	// unknownBending is what timber of no known grade may bear, whatever its species, in Pa.
	unknownBending = 3.9e6
	// unknownTimber is its key.
	unknownTimber = "timber-unknown"
	// unknownStiffness is its modulus of elasticity, in Pa.
	unknownStiffness = 7.0e9
	// deeper timber is weaker: × (89 mm / h)^0.35 above 89 mm.
	sizeFrom, sizePower = 0.089, 0.35
	// timberShear is the most of 1.5 V/A along the grain, timberBearing that across it, in Pa.
	timberShear, timberBearing = 0.9e6, 2.5e6
)

// Constants of pipe: ASTM A53 grade A or better has a yield of 205 MPa; the wall may be an
// eighth thinner than listed; 1.67 is the usual factor of allowable stress design.
const (
	steelYield, steelFactor = 205e6, 1.67
	steelStiffness          = 200e9
	thinWall                = 0.875
	pvcBending              = 13.8e6 // hydrostatic design stress of PVC 1120, from memory
	pvcStiffness            = 2.8e9
)

// clear is clear wood at 12 % moisture: mean modulus of rupture and of elasticity, in Pa, and
// specific gravity (USDA Wood Handbook, FPL-GTR-282, table 5-3). Groups take their weakest
// member (from memory).
type clear struct {
	Name             string
	Rupture, Elastic float64
	Gravity          float64
}

var woods = map[string]clear{
	"douglas-fir":       {"coast Douglas-fir", 85e6, 13.4e9, 0.48},
	"loblolly-pine":     {"loblolly pine", 88e6, 12.3e9, 0.51},
	"lodgepole-pine":    {"lodgepole pine", 65e6, 9.2e9, 0.41},
	"red-oak":           {"northern red oak", 99e6, 12.5e9, 0.63},
	"white-ash":         {"white ash", 103e6, 12.0e9, 0.60},
	"spruce-pine-fir":   {"spruce-pine-fir, its weakest", 59e6, 8.9e9, 0.32},
	"hem-fir":           {"hem-fir, its weakest", 61e6, 10.3e9, 0.37},
	"southern-pine":     {"southern pine, its weakest", 88e6, 12.1e9, 0.51},
	"douglas-fir-larch": {"Douglas fir-larch, its weakest", 82e6, 10.3e9, 0.46},
}

// Woods are the keys of the species and groups that are known, sorted.
func Woods() []string {
	var out []string
	for k := range woods {
		out = append(out, k)
	}
	slices.Sort(out)
	return out
}

// Gravities are the specific gravities by which fixings hold, by species group (NDS table
// 12.3.3A), the one of unknown wood among them.
var Gravities = map[string]float64{"douglas-fir-larch": 0.50, "southern-pine": 0.55, "hem-fir": 0.43, "spruce-pine-fir": 0.42,
	"red-oak": 0.67, "": 0.36}

// Kind is what a bar or beam is of.
type Kind string

// The kinds.
const (
	SawnTimber Kind = "timber"
	Stick      Kind = "stick"
	Steel      Kind = "steel"
	PVC        Kind = "pvc"
)

// Material is what a bar or beam is made of, as strong as it may be taken. Bending is its
// allowable bending stress before the size of timber tells, Shear that of 1.5 V/A (0 where it
// does not govern), Elastic its modulus, all in Pa.
type Material struct {
	Key                     string
	Name                    string
	Kind                    Kind
	Bending, Shear, Elastic float64
}

// MaterialByKey finds "timber-unknown", "timber-graded:<species>", "stick-clear:<species>",
// "steel-pipe" and "pvc-pipe". Errors are *quantity.FieldError of material.
// Sources: see the constants above.
func MaterialByKey(key string) (Material, error) {
	kind, species, _ := strings.Cut(key, ":")
	wood, known := woods[species]
	switch {
	case key == "timber-unknown":
		return Material{key, "timber of unknown grade", SawnTimber, unknownBending, timberShear, unknownStiffness}, nil
	case kind == "timber-graded" && known:
		return Material{key, wood.Name + ", stamped No. 2 or better", SawnTimber, wood.Rupture / gradedFactor, timberShear,
			wood.Elastic}, nil
	case kind == "stick-clear" && known:
		return Material{key, wood.Name + ", a clear straight-grained stick", Stick, wood.Rupture / stickFactor, timberShear,
			wood.Elastic}, nil
	case key == "steel-pipe":
		return Material{key, "steel pipe, schedule 40", Steel, steelYield / steelFactor, 0, steelStiffness}, nil
	case key == "pvc-pipe":
		return Material{key, "PVC pipe, schedule 40", PVC, pvcBending, 0, pvcStiffness}, nil
	case (kind == "timber-graded" || kind == "stick-clear") && !known:
		return Material{}, quantity.At("material",
			fmt.Sprintf("no wood is called %q; known are %s", species, strings.Join(Woods(), ", ")))
	}
	return Material{}, quantity.At("material",
		fmt.Sprintf("%q is no material that is known: timber-unknown, timber-graded:<species>, stick-clear:<species>, "+
			"steel-pipe or pvc-pipe", key))
}

// wetBending is what wet timber bears of what dry does, in bending (NDS 2018 supplement, C_M of
// dimension lumber).
const wetBending = 0.85

// Damp is a material as it bears where it gets wet: timber the less, metal and PVC the same.
func (m Material) Damp(wet bool) Material {
	if wet && (m.Kind == SawnTimber || m.Kind == Stick) {
		m.Bending *= wetBending
		m.Name += ", wet"
	}
	return m
}

// Allowable is the bending stress that a member of the depth h (m, > 0) may have, in Pa.
func (m Material) Allowable(h quantity.Length) float64 {
	if m.Kind == SawnTimber && h > sizeFrom {
		return m.Bending * math.Pow(sizeFrom/float64(h), sizePower)
	}
	return m.Bending
}
