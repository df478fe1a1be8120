// Package derivation is how a computed number explains itself: what went in,
// the formula in usual notation, where it holds, and who says so.
package derivation

import "scrappyrack/core/quantity"

// Input is one thing that went into a number. Either Text or Value is shown.
// U is the expanded uncertainty in the unit of Value, 0 when there is none.
// From names the station and field where the input is set, for example
// "client.stature"; it is empty for constants.
type Input struct {
	Name  string
	Value float64
	Kind  quantity.Kind
	U     float64
	Text  string
	From  string
}

// Derivation is a number with everything that is needed to check it by hand.
type Derivation struct {
	Title   string
	Value   float64
	Kind    quantity.Kind
	U       float64 // expanded uncertainty, k = 2; 0 when not stated
	Inputs  []Input
	Formula string
	Range   string // where the formula holds
	Source  string
}

// With returns the derivation with further inputs at its end.
func (d Derivation) With(more ...Input) Derivation {
	d.Inputs = append(append([]Input{}, d.Inputs...), more...)
	return d
}

// Number makes an input of a value.
func Number(name string, kind quantity.Kind, value float64, from string) Input {
	return Input{Name: name, Kind: kind, Value: value, From: from}
}

// Word makes an input of a text.
func Word(name, text, from string) Input { return Input{Name: name, Text: text, From: from} }
