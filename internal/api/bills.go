package api

import (
	"scrappyrack/core/builds"
	"scrappyrack/core/quantity"
	"scrappyrack/internal/workbench"
)

// BarCut is a bar with what is cut from it.
type BarCut struct {
	Of      string  `json:"of"`
	LengthM float64 `json:"length_m"`
	Owned   bool    `json:"owned"`
	Parts   []int   `json:"parts" doc:"By their place among what is wanted"`
	OffcutM float64 `json:"offcut_m"`
}

// SheetPiece is a rectangle on a sheet.
type SheetPiece struct {
	Part int     `json:"part"`
	XM   float64 `json:"x_m"`
	YM   float64 `json:"y_m"`
	LM   float64 `json:"l_m"`
	WM   float64 `json:"w_m"`
}

// SheetSaw is a cut from edge to edge of what is left of a sheet.
type SheetSaw struct {
	Along bool    `json:"along"`
	AtM   float64 `json:"at_m"`
	FromM float64 `json:"from_m"`
	ToM   float64 `json:"to_m"`
}

// SheetCut is a sheet with what is cut from it, the cuts in their order.
type SheetCut struct {
	Of      string       `json:"of"`
	LengthM float64      `json:"length_m"`
	WidthM  float64      `json:"width_m"`
	Owned   bool         `json:"owned"`
	Pieces  []SheetPiece `json:"pieces"`
	Cuts    []SheetSaw   `json:"cuts"`
}

// BillLine is a line of the shopping list.
type BillLine struct {
	Shop      string `json:"shop"`
	Name      string `json:"name"`
	Size      string `json:"size"`
	Good      string `json:"good"`
	PriceKey  string `json:"price_key"`
	Count     int    `json:"count"`
	CostMinor int64  `json:"cost_minor"`
	Own       bool   `json:"own" doc:"At the practice's price; else a sample price, which is invented"`
}

// BillPart is a part of one of the builds that are on the bill.
type BillPart struct {
	Build string `json:"build"`
	BuildPart
}

// BillBuild is a build that is on the bill.
type BillBuild struct {
	ID         string `json:"id"`
	Name       string `json:"name"`
	AloneMinor int64  `json:"alone_minor" doc:"What it costs by itself"`
}

// BuildBill is what the planned builds take together.
type BuildBill struct {
	Revision   int64       `json:"revision"`
	Builds     []BillBuild `json:"builds"`
	Wanted     []BillPart  `json:"wanted"`
	Bars       []BarCut    `json:"bars"`
	Sheets     []SheetCut  `json:"sheets"`
	Lines      []BillLine  `json:"lines"`
	CostMinor  int64       `json:"cost_minor"`
	BoundMinor int64       `json:"bound_minor" doc:"The least that any way of cutting costs"`
	Proven     bool        `json:"proven"`
	Lacks      string      `json:"lacks" doc:"Why there is no way to cut them"`
}

func billOf(b workbench.Bill) BuildBill {
	units := quantity.System(b.File.Profile.Units)
	out := BuildBill{Revision: b.File.Revision, Builds: []BillBuild{}, Wanted: []BillPart{}, Bars: []BarCut{},
		Sheets: []SheetCut{}, Lines: []BillLine{}, CostMinor: b.Bill.Cost, BoundMinor: b.Bill.Bound, Proven: b.Bill.Proven}
	for i, x := range b.Builds {
		out.Builds = append(out.Builds, BillBuild{x.Build.ID, x.Build.Name, b.Alone[i]})
	}
	for _, w := range b.Bill.Wanted {
		out.Wanted = append(out.Wanted, BillPart{b.Builds[w.Build].Build.Name, partOf(w.Part, units)})
	}
	for _, x := range b.Bill.Bars {
		out.Bars = append(out.Bars, BarCut{x.Good.Name.In(units), float64(x.Length), x.Owned, append([]int{}, x.Parts...),
			float64(x.Offcut)})
	}
	for _, x := range b.Bill.Sheets {
		one := SheetCut{x.Good.Name.In(units), float64(x.Length), float64(x.Width), x.Owned, []SheetPiece{}, []SheetSaw{}}
		for _, p := range x.Placed {
			one.Pieces = append(one.Pieces, SheetPiece{p.Rect, float64(p.X), float64(p.Y), float64(p.Length), float64(p.Width)})
		}
		for _, c := range x.Cuts {
			one.Cuts = append(one.Cuts, SheetSaw{c.Along, float64(c.At), float64(c.From), float64(c.To)})
		}
		out.Sheets = append(out.Sheets, one)
	}
	for _, l := range b.Bill.Lines {
		out.Lines = append(out.Lines, BillLine{string(l.Good.Shop), l.Good.Name.In(units), l.Good.Sizes[l.Size].Sold().In(units),
			l.Good.Key, builds.PriceKey(l.Good, l.Size), l.Count, l.Cost, l.Own})
	}
	return out
}
