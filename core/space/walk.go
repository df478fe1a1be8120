package space

import (
	"cmp"
	"errors"
	"fmt"
	"math"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"scrappyrack/core/plane"
	"scrappyrack/core/quantity"
)

// Wall is one wall of a walk round a room: the turn before it in degrees, to the right
// > 0 and to the left < 0 (0 before the first), and its length in m. Exact walls keep
// their length when the walk is closed.
type Wall struct {
	Turn   float64
	Length quantity.Length
	Exact  bool
}

// Bounds of a walk (house values): no wall is longer, no room has more.
const (
	longestWall = 100
	mostWalls   = 60
	leastAngle  = 5 // degrees; below it a number after a turn is a length
)

// ParseWalk reads a walk round the walls in one line: length, turn, length, turn …, as in
// "4.6 R 2.9 R 1.2 L 0.8 R 3.4 R". R and L are quarter turns; a number of degrees from 5
// to below 180 may follow, and then the length ("R 45 1.2"). Lengths as Parse reads them,
// a bare one in the unit; "!" after one marks it exact. When the line ends in a turn, the
// last wall closes the room and its length is found: closes is true.
// Errors: *quantity.FieldError of walls[i], i from 0, or of walls, with the walls before it.
func ParseWalk(text, unit string) (walls []Wall, closes bool, err error) {
	turn, from := 0.0, 0
	take := func(part string, last bool) error {
		field := fmt.Sprintf("walls[%d]", len(walls))
		part = strings.Trim(part, " ,;\t\n")
		if part == "" && last && len(walls) > 0 {
			closes = true
			walls = append(walls, Wall{Turn: turn})
			return nil
		}
		if part == "" && last {
			return quantity.At(field, "nothing typed yet; for example 4.6 R 2.9 R 4.6 R")
		}
		if part == "" {
			return quantity.At(field, "a length is missing before this turn")
		}
		if len(walls) == mostWalls {
			return quantity.At("walls", fmt.Sprintf("more than %d walls", mostWalls))
		}
		w := Wall{Turn: turn}
		if degrees, rest, ok := angled(part); ok && turn != 0 {
			if strings.TrimSpace(rest) == "" && last {
				closes = true
				walls = append(walls, Wall{Turn: math.Copysign(degrees, turn)})
				return nil
			}
			w.Turn, part = math.Copysign(degrees, turn), rest
		}
		part, w.Exact = strings.CutSuffix(strings.TrimSpace(part), "!")
		m, err := quantity.Parse(quantity.DimLength, part, unit)
		var bad *quantity.ParseError
		if errors.As(err, &bad) {
			return quantity.At(field, bad.Error())
		}
		if err != nil {
			return err
		}
		if m <= 0 || m > longestWall {
			return quantity.At(field, "a wall is longer than nothing and no longer than ",
				quantity.Amount(quantity.KindLength, longestWall))
		}
		w.Length = quantity.Length(m)
		walls = append(walls, w)
		return nil
	}
	for i := 0; i < len(text); {
		word := leading(text[i:])
		side, ok := map[string]float64{"r": 90, "right": 90, "l": -90, "left": -90}[strings.ToLower(word)]
		if ok {
			if err := take(text[from:i], false); err != nil {
				return walls, false, err
			}
			turn, from = side, i+len(word)
		}
		i += max(1, len(word))
	}
	if err := take(text[from:], true); err != nil {
		return walls, false, err
	}
	return walls, closes, nil
}

// ParseShape reads a room in one line: a walk as ParseWalk has it, or a rectangle with bites
// out of its corners, as in "4.6 x 2.9 - 1.2 x 0.8 C - 0.5 x 0.5 A": sides along the first
// wall and down from it, corners A to D from the first one to the right, a bite's sides in
// the same order. Errors: as ParseWalk's, with the walls that were understood.
func ParseShape(text, unit string) (walls []Wall, closes bool, err error) {
	parts := bites.Split(strings.TrimSpace(text), -1)
	if !twoSides.MatchString(parts[0]) {
		return ParseWalk(text, unit)
	}
	whole, _, err := sidesOf(parts[0], unit, false)
	if err != nil {
		return nil, false, err
	}
	bitten := map[byte][2]quantity.Length{}
	for _, p := range parts[1:] {
		bite, corner, err := sidesOf(p, unit, true)
		if err != nil {
			return nil, false, err
		}
		if _, twice := bitten[corner]; twice {
			return nil, false, quantity.At("walls", fmt.Sprintf("corner %c is bitten twice", corner))
		}
		bitten[corner] = bite
	}
	// Along each side in turn, less what the corners at its ends take of it.
	for i, corner := range []byte("ABCD") {
		next := []byte("ABCD")[(i+1)%4]
		side := whole[i%2]
		left := side - bitten[corner][i%2] - bitten[next][i%2]
		if left <= 0 {
			return nil, false, quantity.At("walls", fmt.Sprintf("the bites leave nothing of the side from corner %c to %c, ", corner, next),
				quantity.Amount(quantity.KindLength, float64(side)))
		}
		turn := 90.0
		if i == 0 {
			turn = 0
		}
		walls = append(walls, Wall{Turn: turn, Length: left})
		if b, ok := bitten[next]; ok {
			walls = append(walls, Wall{Turn: 90, Length: b[(i+1)%2]}, Wall{Turn: -90, Length: b[i%2]})
		}
	}
	return walls, false, nil
}

var (
	bites    = regexp.MustCompile(`\s+[-−–]\s*`)
	twoSides = regexp.MustCompile(`(?i)^([^x×*]*\d[^x×*]*)[x×*]([^x×*]*\d[^x×*]*)$`)
	cornerAt = regexp.MustCompile(`(?i)\s+([a-d])\s*$`)
)

// sidesOf reads two sides, and for a bite the corner it is out of.
func sidesOf(text, unit string, bite bool) (sides [2]quantity.Length, corner byte, err error) {
	if bite {
		at := cornerAt.FindStringSubmatch(text)
		if at == nil {
			return sides, 0, quantity.At("walls", "a bite says out of which corner, A to D: 1.2 x 0.8 C")
		}
		corner = strings.ToUpper(at[1])[0]
		text = cornerAt.ReplaceAllString(text, "")
	}
	two := twoSides.FindStringSubmatch(strings.TrimSpace(text))
	if two == nil {
		return sides, 0, quantity.At("walls", "two sides, as in 4.6 x 2.9")
	}
	for i, t := range two[1:] {
		m, err := quantity.Parse(quantity.DimLength, strings.TrimSpace(t), unit)
		var bad *quantity.ParseError
		if errors.As(err, &bad) {
			return sides, 0, quantity.At("walls", bad.Error())
		}
		if err != nil {
			return sides, 0, err
		}
		if m <= 0 || m > longestWall {
			return sides, 0, quantity.At("walls", "a wall is longer than nothing and no longer than ",
				quantity.Amount(quantity.KindLength, longestWall))
		}
		sides[i] = quantity.Length(m)
	}
	return sides, corner, nil
}

// Path are the places that a walk comes by as measured, the origin first; a last wall whose
// length is to be found is left out.
func Path(walls []Wall, closes bool) []plane.Point {
	out := []plane.Point{{}}
	heading := 0.0
	for i, w := range walls {
		heading -= w.Turn * math.Pi / 180
		if closes && i == len(walls)-1 {
			break
		}
		p := out[len(out)-1]
		sin, cos := math.Sincos(heading)
		out = append(out, plane.Point{X: p.X + float64(w.Length)*cos, Y: p.Y + float64(w.Length)*sin})
	}
	return out
}

// leading are the letters that a text begins with.
func leading(s string) string {
	for i := range len(s) {
		if c := s[i] | 0x20; c < 'a' || c > 'z' {
			return s[:i]
		}
	}
	return s
}

// angled parts a number of degrees from the length after it.
func angled(part string) (degrees float64, rest string, ok bool) {
	number := part
	if i := strings.IndexAny(part, " °"); i >= 0 {
		number, rest = part[:i], part[i:]
	}
	rest, marked := strings.CutPrefix(strings.TrimSpace(rest), "°")
	degrees, err := strconv.ParseFloat(number, 64)
	if err != nil || !(degrees >= leastAngle && degrees < 180) {
		return 0, "", false
	}
	// A number alone is a length, one with a unit after it too.
	rest = strings.TrimSpace(rest)
	return degrees, rest, marked || rest != "" && rest[0] >= '0' && rest[0] <= '9'
}

// Survey is a walk that was closed.
type Survey struct {
	// Outline has corner i where wall i begins; the walk begins at the origin along x,
	// and a walk to the right has y below 0.
	Outline plane.Ring
	// Walls as they are drawn, the last one's length found where the walk left it open.
	Walls []Wall
	// Gap is by how far the walls missed the start as measured, in m along x and y, and
	// Moved what each wall was given or taken to close it.
	Gap   plane.Point
	Moved []quantity.Length
}

// alongGap is how near a wall's direction is to that of the gap, as a cosine, for it to be one that may have been read
// wrong: 20° (house value).
const alongGap = 0.94

// Again are the walls that one would measure again, by their place: those along which the walk missed its start, the
// longest first; none where it missed by less than half a millimetre. One wall that was read wrong is among them.
func (s Survey) Again() (walls []int) {
	missed := s.Missed()
	if missed < 0.0005 {
		return nil
	}
	heading := 0.0
	near := make([]float64, len(s.Walls))
	for i, w := range s.Walls {
		heading -= w.Turn * math.Pi / 180
		near[i] = math.Abs(s.Gap.X*math.Cos(heading)+s.Gap.Y*math.Sin(heading)) / missed
	}
	least := math.Min(alongGap, slices.Max(near))
	for i, n := range near {
		if n >= least-1e-9 && !s.Walls[i].Exact {
			walls = append(walls, i)
		}
	}
	slices.SortStableFunc(walls, func(a, b int) int { return cmp.Compare(s.Walls[b].Length, s.Walls[a].Length) })
	return walls
}

// AgainNames are the walls to measure again by their letters: A or C.
func (s Survey) AgainNames() string {
	names := make([]string, 0, len(s.Walls))
	for _, i := range s.Again() {
		names = append(names, WallName(i))
	}
	return strings.Join(names, " or ")
}

// Missed is by how much the walls missed the start as measured, in m.
func (s Survey) Missed() float64 { return math.Hypot(s.Gap.X, s.Gap.Y) }

// shareable is the largest gap that is taken for the tape's and shared out: 5 cm or 1 % of
// the way round (house values).
func shareable(round float64) float64 { return math.Max(0.05, 0.01*round) }

// Closed draws the walls and shares the closing error out over those that are not exact,
// in proportion to their lengths and along them, so that every turn stays as it was told:
// least squares of the changes over the lengths. A last wall without a length takes what
// is left along it.
// Errors: *quantity.FieldError of walls when there are too few, when the gap is more than
// the tape's, and when exact walls leave it no place; of walls[i] where walls cross or a
// wall would run backwards.
func Closed(walls []Wall, closes bool) (Survey, error) {
	n := len(walls)
	s := Survey{Walls: append([]Wall(nil), walls...), Moved: make([]quantity.Length, n)}
	if n < 3 {
		return s, quantity.At("walls", "a room has three walls or more")
	}
	dirs := make([]plane.Point, n)
	heading, round := 0.0, 0.0
	for i, w := range walls {
		heading -= w.Turn * math.Pi / 180
		dirs[i] = plane.Point{X: math.Cos(heading), Y: math.Sin(heading)}
		s.Gap.X += float64(w.Length) * dirs[i].X
		s.Gap.Y += float64(w.Length) * dirs[i].Y
		round += float64(w.Length)
	}
	last := dirs[n-1]
	if closes {
		// Along the last wall the gap is that wall.
		along := s.Gap.X*last.X + s.Gap.Y*last.Y
		s.Gap = plane.Point{X: s.Gap.X - along*last.X, Y: s.Gap.Y - along*last.Y}
	}
	missed := math.Hypot(s.Gap.X, s.Gap.Y)
	if missed > shareable(round) {
		return s, quantity.At("walls", "the walls miss the start by ", quantity.Amount(quantity.KindLength, missed),
			": measure ", cmp.Or(s.AgainNames(), "the walls"), " again, or end with a turn and the last wall closes the room")
	}
	// The changes are length × (direction · λ); λ solves the 2 × 2 system of what they add up to.
	var xx, xy, yy float64
	for i, w := range walls {
		if !w.Exact {
			l := float64(w.Length)
			xx, xy, yy = xx+l*dirs[i].X*dirs[i].X, xy+l*dirs[i].X*dirs[i].Y, yy+l*dirs[i].Y*dirs[i].Y
		}
	}
	var lx, ly float64
	if missed > 1e-9 {
		stuck := quantity.At("walls", "the walls miss the start by ", quantity.Amount(quantity.KindLength, missed),
			", and those that could give way are marked exact")
		if closes {
			// Only what goes across the last wall has to add up.
			px, py := -last.Y, last.X
			across := xx*px*px + 2*xy*px*py + yy*py*py
			if across <= 1e-12*round {
				return s, stuck
			}
			m := -(s.Gap.X*px + s.Gap.Y*py) / across
			lx, ly = m*px, m*py
		} else {
			det := xx*yy - xy*xy
			if det <= 1e-12*round*round {
				return s, stuck
			}
			lx, ly = -(yy*s.Gap.X-xy*s.Gap.Y)/det, -(xx*s.Gap.Y-xy*s.Gap.X)/det
		}
	}
	at := plane.Point{}
	for i := range s.Walls {
		w := &s.Walls[i]
		if closes && i == n-1 {
			w.Length = quantity.Length(-(at.X*last.X + at.Y*last.Y))
		} else if !w.Exact {
			s.Moved[i] = w.Length * quantity.Length(dirs[i].X*lx+dirs[i].Y*ly)
			w.Length += s.Moved[i]
		}
		if w.Length <= 0 {
			return s,
				quantity.At(fmt.Sprintf("walls[%d]", i), "this wall would run backwards: a turn before it is wrong, or a wall is missing")
		}
		s.Outline = append(s.Outline, at)
		at = plane.Point{X: at.X + float64(w.Length)*dirs[i].X, Y: at.Y + float64(w.Length)*dirs[i].Y}
	}
	var fault *plane.Fault
	if err := s.Outline.Check(); errors.As(err, &fault) {
		return s, quantity.At(fmt.Sprintf("walls[%d]", max(fault.A, fault.B)),
			fmt.Sprintf("this wall meets wall %d", min(fault.A, fault.B)+1))
	}
	return s, nil
}
