package quantity

import (
	"fmt"
	"math"
	"sort"
	"strconv"
	"strings"
)

// ParseError says what could not be read and how far reading got.
type ParseError struct {
	Text       string // as typed
	Understood string // the part that made sense, as typed
	Problem    string // what is wrong, for the reader
}

func (e *ParseError) Error() string {
	if e.Understood == "" {
		return e.Problem
	}
	return fmt.Sprintf("read %q, then %s", e.Understood, e.Problem)
}

// MaxTextLength bounds what Parse looks at, in bytes.
const MaxTextLength = 64

// Parse reads what a person types for a quantity of a dimension and returns it
// in SI (litres for volume): 5'11", 5 ft 11 1/2, 12 lb 8 oz, 1-1/2", 2,4 m, 1m80,
// 14cm, 1 gal, 1:30. A bare number takes the unit fallback (a symbol of this
// dimension); a bare number after metres, feet, stone, pounds, gallons, hours or
// minutes takes the next smaller unit. Parts must fall in size, a smaller one must
// be below one of the larger unit, and only the last may have a fraction. A space
// or a comma before each three digits groups thousands (2 400, 1,000, 1,234.5); any
// other comma is a decimal comma. The result is finite and not negative.
// Errors: *ParseError, naming what was understood so far.
func Parse(dim Dim, text string, fallback string) (float64, error) {
	p := parser{dim: dim, text: text, rest: tidy(text)}
	p.whole = p.rest
	if len(text) > MaxTextLength {
		return 0, &ParseError{Text: text[:MaxTextLength] + "…", Problem: "that is too long for one number"}
	}
	if p.rest == "" {
		return 0, &ParseError{Text: text, Problem: "nothing typed yet; for example " + example(dim)}
	}
	unit, ok := UnitOf(dim, fallback)
	if !ok {
		return 0, At("unit", fmt.Sprintf("%q is not a unit of %s", fallback, dim))
	}
	if dim == DimTime {
		if v, ok := p.clock(fallback); ok {
			return v, nil
		}
	}
	return p.sum(unit)
}

// clock reads 1:30 as minutes and seconds, or where hours are asked for as hours and
// minutes, and 1:30:00 as hours, minutes and seconds.
func (p *parser) clock(fallback string) (seconds float64, ok bool) {
	parts := strings.Split(p.rest, ":")
	if len(parts) < 2 || len(parts) > 3 {
		return 0, false
	}
	for i, part := range parts {
		v, err := strconv.Atoi(part)
		if err != nil || leading(part, "0123456789") != part || i > 0 && (len(part) != 2 || v > 59) {
			return 0, false
		}
		seconds = seconds*60 + float64(v)
	}
	if len(parts) == 2 && fallback == "h" {
		seconds *= 60
	}
	return seconds, true
}

func example(dim Dim) string {
	switch dim {
	case DimMass:
		return "12 kg or 12 lb 8 oz"
	case DimLength:
		return `2.4 m, 14 cm or 5'11"`
	case DimForce:
		return "120 N or 28 lbf"
	case DimVolume:
		return "5 L or 1 gal"
	case DimDensity:
		return "1.5 kg/L"
	case DimTime:
		return "90 s or 35 min"
	}
	return "3"
}

var tidier = strings.NewReplacer("’", "'", "‘", "'", "′", "'", "″", `"`, "”", `"`, "“", `"`, "½", " 1/2", "¼", " 1/4",
	"¾", " 3/4", "⅛", " 1/8", "⅜", " 3/8", "⅝", " 5/8", "⅞", " 7/8", "⅓", " 1/3", "⅔", " 2/3",
	"\u00a0", " ", "\u202f", " ", "\t", " ", "−", "-")

func tidy(text string) string { return strings.TrimSpace(tidier.Replace(text)) }

type parser struct {
	dim         Dim
	text, whole string
	rest        string
}

func (p *parser) fail(format string, args ...any) error {
	read := strings.TrimSpace(strings.TrimSuffix(p.whole, p.rest))
	return &ParseError{Text: p.text, Understood: read, Problem: fmt.Sprintf(format, args...)}
}

// sum reads number-unit pairs until the text ends.
func (p *parser) sum(next Unit) (float64, error) {
	total, fraction := 0.0, false
	before := Unit{Factor: math.Inf(1)}
	for first := true; p.rest != ""; first = false {
		if fraction {
			return 0, p.fail("nothing may follow a part with a fraction")
		}
		if !first { // 5'-11"
			p.rest = strings.TrimPrefix(p.rest, "-")
		}
		value, whole, err := p.number()
		if err != nil {
			return 0, err
		}
		unit, named, err := p.unit()
		if err != nil {
			return 0, err
		}
		if !named {
			if next.Symbol == "" && !first {
				return 0, p.fail("the number %s needs a unit: %s", trim(value), p.wanted())
			}
			unit = next
		}
		if unit.Factor >= before.Factor {
			return 0, p.fail("%s cannot follow a smaller or equal unit", unit.Symbol)
		}
		if !first && !named && unit.Symbol == "cm" && value < 10 {
			return 0, p.fail("%s after metres could be tenths or centimetres: write %s or %s", trim(value), trim(total+value/10)+" m",
				trim(total+value/100)+" m")
		}
		total += value * unit.Factor
		if !first && value*unit.Factor >= before.Factor*(1-1e-12) {
			more := math.Floor(total/before.Factor + 1e-9)
			return 0, p.fail("%s %s are %s %s or more: did you mean %s %s %s?", trim(value), unit.Symbol, "1", before.Symbol,
				trim(more), before.Symbol, trim((total-more*before.Factor)/unit.Factor)+" "+unit.Symbol)
		}
		before, fraction = unit, !whole
		next, _ = UnitOf(p.dim, unit.Then)
		if unit.Then == "" {
			next = Unit{}
		}
	}
	if math.IsInf(total, 0) || math.IsNaN(total) {
		return 0, p.fail("that is not a usable number")
	}
	return total, nil
}

func trim(v float64) string { return strconv.FormatFloat(v, 'g', 6, 64) }

// wanted lists the units of the dimension for an error.
func (p *parser) wanted() string {
	var names []string
	for _, u := range UnitsOf(p.dim) {
		if u.Symbol != "" {
			names = append(names, u.Symbol)
		}
	}
	if len(names) == 0 {
		return "no unit belongs here"
	}
	return strings.Join(names, ", ")
}

// number reads 12, 2.4, 2,4, 1/2 or 1 1/2; whole is false when it has a
// fraction part.
func (p *parser) number() (value float64, whole bool, err error) {
	if strings.HasPrefix(p.rest, "-") {
		return 0, false, p.fail("a negative value makes no sense here")
	}
	p.rest = grouped(p.rest)
	token := leading(p.rest, "0123456789.,")
	if token == "" {
		return 0, false, p.fail("%q is not a number", p.rest)
	}
	if strings.HasPrefix(p.rest[len(token):], "/") {
		value, err = p.fraction()
		return value, false, err
	}
	value, err = p.decimal(token)
	if err != nil {
		return 0, false, err
	}
	whole = value == math.Trunc(value) && !strings.ContainsAny(token, ".,")
	p.rest = p.rest[len(token):]
	after := strings.TrimLeft(p.rest, " ")
	if joined := strings.TrimPrefix(p.rest, "-"); joined != p.rest && leading(joined, "0123456789") != "" {
		after = joined // 1-1/2
	}
	digits := leading(after, "0123456789")
	if whole && digits != "" && strings.HasPrefix(after[len(digits):], "/") && after != p.rest {
		p.rest = after
		part, err := p.fraction()
		return value + part, false, err
	}
	p.rest = strings.TrimLeft(p.rest, " ")
	return value, whole, nil
}

// grouped takes the spaces out of a number that is written in groups of three digits,
// at the start of a text: 2 400 mm, 12 500.5.
func grouped(text string) string {
	head := leading(text, "0123456789")
	if len(head) == 0 || len(head) > 3 {
		return text
	}
	out, rest := head, text[len(head):]
	for strings.HasPrefix(rest, " ") {
		group := leading(rest[1:], "0123456789")
		if len(group) != 3 || strings.HasPrefix(rest[4:], "/") || strings.HasPrefix(rest[4:], ",") {
			break
		}
		out, rest = out+group, rest[4:]
	}
	return out + rest
}

func (p *parser) fraction() (float64, error) {
	top := leading(p.rest, "0123456789")
	if !strings.HasPrefix(p.rest[len(top):], "/") {
		return 0, p.fail("a fraction is written with whole numbers, as 1/2")
	}
	bottom := leading(p.rest[len(top)+1:], "0123456789")
	n, errN := strconv.ParseFloat(top, 64)
	d, errD := strconv.ParseFloat(bottom, 64)
	if errN != nil || errD != nil || d == 0 {
		return 0, p.fail("%q is not a fraction", top+"/"+bottom)
	}
	p.rest = strings.TrimLeft(p.rest[len(top)+1+len(bottom):], " ")
	return n / d, nil
}

func (p *parser) decimal(token string) (float64, error) {
	text, ok := ungrouped(token)
	if !ok {
		return 0, p.fail("%q mixes separators: write it with one decimal point", token)
	}
	value, err := strconv.ParseFloat(text, 64)
	if err != nil || math.IsInf(value, 0) {
		return 0, p.fail("%q is not a number", token)
	}
	return value, nil
}

// ungrouped is a number with its commas read: those before each three digits group
// thousands (1,000, 1,234.5), but not after a leading 0; a single other one is the
// decimal comma. ok is false where neither can be.
func ungrouped(token string) (text string, ok bool) {
	whole, fraction, pointed := strings.Cut(token, ".")
	groups := strings.Split(whole, ",")
	if strings.Contains(fraction, ",") {
		return "", false
	}
	if len(groups) == 1 {
		return token, true
	}
	thousands := groups[0] != "" && groups[0] != "0" && len(groups[0]) <= 3
	for _, g := range groups[1:] {
		thousands = thousands && len(g) == 3
	}
	switch {
	case thousands && pointed:
		return strings.Join(groups, "") + "." + fraction, true
	case thousands:
		return strings.Join(groups, ""), true
	case len(groups) == 2 && !pointed:
		return groups[0] + "." + groups[1], true
	}
	return "", false
}

// unit reads the longest unit name at the start of the rest, if there is one.
func (p *parser) unit() (u Unit, named bool, err error) {
	if p.rest == "" || strings.ContainsRune("0123456789", rune(p.rest[0])) {
		return Unit{}, false, nil
	}
	for _, n := range namesOf(p.dim) {
		if !strings.HasPrefix(strings.ToLower(p.rest), n.name) {
			continue
		}
		after := p.rest[len(n.name):]
		if isLetter(n.name[len(n.name)-1]) && after != "" && isLetter(after[0]) {
			continue
		}
		p.rest = strings.TrimLeft(strings.TrimPrefix(after, "."), " ,")
		return n.unit, true, nil
	}
	return Unit{}, false, p.fail("%q is not a unit of %s: use %s", leadingWord(p.rest), p.dim, p.wanted())
}

type unitName struct {
	name string
	unit Unit
}

var namesByDim = map[Dim][]unitName{}

func init() {
	for _, u := range units {
		all := append([]string{strings.ToLower(u.Symbol)}, u.Names...)
		for _, n := range all {
			if n != "" {
				namesByDim[u.Dim] = append(namesByDim[u.Dim], unitName{n, u})
			}
		}
	}
	for _, names := range namesByDim {
		sort.SliceStable(names, func(i, j int) bool { return len(names[i].name) > len(names[j].name) })
	}
}

func namesOf(dim Dim) []unitName { return namesByDim[dim] }

func leading(s, set string) string {
	return s[:len(s)-len(strings.TrimLeft(s, set))]
}

func leadingWord(s string) string {
	if i := strings.IndexAny(s, " 0123456789"); i > 0 {
		return s[:i]
	}
	return s
}

func isLetter(c byte) bool { return c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' }
