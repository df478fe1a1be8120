// Package programme is what is trained, and what was.
package programme

import (
	"strconv"
	"strings"

	"scrappyrack/core/quantity"
)

// Entry is a set as somebody writes it down: a load as held (kg, 0 for none), repetitions, or how long in s
// or how far in m, and how many were left in reserve, Unsaid where nobody said.
type Entry struct {
	Load    quantity.Mass
	Reps    int
	Seconds float64
	Metres  quantity.Length
	Reserve int
}

// Unsaid is a reserve that nobody said.
const Unsaid = -1

// ReadEntry reads a line like 11.3 x 12 @2: a load, a cross, how many, and after an at sign how many were
// left. In place of how many stands how long or how far, with its unit: 24 x 40 m, 30 s. Without a load
// it begins with the cross, or is a number alone: x 12, 12. A bare load is in unit, which is one of mass.
// How much of each there may be is whoever keeps it to say. Errors are *quantity.FieldError of text.
func ReadEntry(text, unit string) (out Entry, err error) {
	wrong := func(words string) (Entry, error) { return Entry{}, quantity.At("text", words) }
	line := strings.NewReplacer("×", "x", "*", "x").Replace(strings.ToLower(strings.TrimSpace(text)))
	out.Reserve = Unsaid
	if line == "" {
		return wrong("nothing typed yet; for example 11.3 x 12 @2")
	}
	line, left, said := strings.Cut(line, "@")
	if said {
		if out.Reserve, err = strconv.Atoi(strings.TrimSpace(left)); err != nil || out.Reserve < 0 {
			return wrong("after @ stands how many were left")
		}
	}
	load, done := "", strings.TrimSpace(line)
	if at := strings.LastIndex(line, "x"); at >= 0 {
		load, done = strings.TrimSpace(line[:at]), strings.TrimSpace(line[at+1:])
	}
	if load != "" {
		kg, err := quantity.Parse(quantity.DimMass, load, unit)
		if err != nil {
			return wrong("before the x stands the load: " + err.Error())
		}
		out.Load = quantity.Mass(kg)
	}
	if n, err := strconv.Atoi(done); err == nil {
		if n < 0 {
			return wrong("nobody does less than none")
		}
		out.Reps = n
		return out, nil
	}
	if !strings.ContainsAny(done, "abcdefghijklmnopqrstuvwxyz:'\"") {
		return wrong("after the x stands how many, or how long or how far with its unit: x 12, x 30 s, x 40 m")
	}
	if s, err := quantity.Parse(quantity.DimTime, done, "s"); err == nil {
		out.Seconds = s
		return out, nil
	}
	m, err := quantity.Parse(quantity.DimLength, done, "m")
	if err != nil {
		return wrong("after the x stands how many, or how long or how far with its unit: x 12, x 30 s, x 40 m")
	}
	out.Metres = quantity.Length(m)
	return out, nil
}

// Phrase is the set in words.
func (e Entry) Phrase() quantity.Phrase {
	var out quantity.Phrase
	if e.Load > 0 {
		out = append(out, quantity.Say(quantity.Amount(quantity.KindFine, float64(e.Load)), " × ")...)
	}
	switch {
	case e.Seconds > 0:
		out = append(out, quantity.Say(strconv.FormatFloat(e.Seconds, 'f', -1, 64), " s")...)
	case e.Metres > 0:
		out = append(out, quantity.Say(quantity.Amount(quantity.KindLength, float64(e.Metres)))...)
	default:
		out = append(out, quantity.Say(strconv.Itoa(e.Reps))...)
	}
	if e.Reserve != Unsaid {
		out = append(out, quantity.Say(", ", strconv.Itoa(e.Reserve), " left")...)
	}
	return out
}
