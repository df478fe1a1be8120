package builds

import (
	"scrappyrack/core/capability"
	"scrappyrack/core/quantity"
)

var (
	stepUse    = Ask{Key: "use", Label: "For", Words: words("step", "Stepping", "jump", "Jumping on to it")}
	pipeWords  = words("3/4", "¾ in", "1", "1 in", "1-1/4", "1¼ in", "1-1/2", "1½ in", "2", "2 in")
	panelWords = words("softwood-plywood", "Softwood plywood", "birch-plywood", "Birch plywood", "osb", "OSB")
)

// standsAt is a step of a height, which also carries who sits down on it.
func standsAt(heights ...quantity.Length) (out []capability.Supply) {
	for _, h := range heights {
		out = append(out, limited(capability.Supply{Kind: capability.Step, At: capability.Span{From: float64(h), To: float64(h)},
			Quality: 1}))
		if h >= 0.38 && h <= 0.56 {
			out = append(out, limited(capability.Of(capability.Seat)))
		}
	}
	return out
}

// rubberFeet are feet that grip where those that there are slide.
var rubberFeet = so("feet of rubber", func(g interface{ grips() *float64 }) { *g.grips() = max(*g.grips(), 0.5) })

// pipeName is a nominal size as it is written.
func pipeName(size string) Text {
	for _, w := range pipeWords {
		if w.Key == size {
			return w.Name
		}
	}
	return Text(size)
}
