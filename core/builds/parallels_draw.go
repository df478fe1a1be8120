package builds

func (p Parallels) draw(Situation) []Figure {
	if !p.Screwed {
		p.Height = max(p.Height, lowestPost)
	}
	h, l, wide, deep, d := float64(p.Height), float64(p.Length), float64(p.Wide), float64(p.Depth()), p.outside()
	foot, thick, wideOf := float64(footWide), float64(boardThick), float64(boardWide)
	if p.Screwed {
		up := func(x float64) Stroke { return rect(OfSteel, x-d/2, thick, d, h-thick, "threads") }
		side := Figure{Name: "one from the side", Strokes: []Stroke{
			rect(OfWood, -foot/2, 0, foot, thick, "feet"), rect(OfWood, l-foot/2, 0, foot, thick, "feet"), up(0), up(l),
			rect(OfSteel, -d/2, h-d, l+d, d, "bar"),
			round(OfSteel, 0, h-d/2, d*1.5, "each joint"), round(OfSteel, l, h-d/2, d*1.5, "each joint"),
			rect(OfSteel, -0.045, thick, 0.09, flangeThick, "flanges"),
			rect(OfSteel, l-0.045, thick, 0.09, flangeThick, "flanges"),
			across(0, h+0.08, l), upward(l+0.2, 0, h), across(-foot/2, -0.1, deep),
		}}
		return []Figure{side, assembled(p.solids()...),
			{Name: "from the end", Strokes: []Stroke{rect(OfWood, -wide/2, 0, wide, thick, "tipping"), up(0),
				rect(OfSteel, -0.045, thick, 0.09, flangeThick, "flanges"), across(-wide/2, -0.1, wide)}}}
	}
	high, beside := p.prop()
	bore := d/2 + overBar
	head, diagonal := foot+p.post(), p.brace()
	post := func(x, w float64) Stroke { return rect(OfWood, x-w/2, foot, w, p.post(), "posts") }
	side := Figure{Name: "one from the side", Strokes: []Stroke{
		rect(OfWood, -thick/2, 0, thick, foot, "feet"), rect(OfWood, l-thick/2, 0, thick, foot, "feet"),
		rect(OfWood, -thick/2, foot, deep, thick, "").saying("rail"), post(0, thick), post(l, thick),
		line(OfWood, 0, diagonal.Low, l, diagonal.Upper-diagonal.Low, "brace"),
		rect(OfSteel, -thick/2-beyondPost, h-d, l+thick+2*beyondPost, d, "bar"),
		across(0, head+0.08, l), upward(l+0.35, 0, h), across(-thick/2, -0.1, deep),
	}}
	end := Figure{Name: "from the end", Strokes: []Stroke{
		rect(OfWood, -wide/2, 0, wide, foot, "feet"), line(OfWood, -beside, foot/2, beside, high-foot/2, "strut"), post(0, wideOf),
		round(OfSteel, 0, h-d/2, d, "posts under the bar"), rect(OfWood, -wide/2, foot, wideOf, thick, ""),
		rect(OfWood, wide/2-wideOf, foot, wideOf, thick, "").saying("rail"),
		across(-wide/2, -0.1, wide), upward(wide/2+0.1, 0, high), upward(-wide/2-0.1, head-bore, bore),
		across(-wide/2, -0.17, strutEnd),
	}}
	onFoot, onPost := p.strutOn()
	return []Figure{side, end, assembled(p.solids()...), onFoot.figure("strut on its foot", "strut at its screws"),
		onPost.figure("strut on its post", "strut at its screws"), diagonal.lap().figure("brace on a post", "brace along the bar")}
}
