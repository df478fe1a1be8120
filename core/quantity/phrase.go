package quantity

import (
	"strconv"
	"strings"
)

// Piece is a part of a phrase: words, or a value of a kind in SI (litres for
// volume). US are other words for readers of pounds and inches, where there are any.
type Piece struct {
	Text, US string
	Kind     Kind
	Value    float64
}

// Either is what is called one thing in metric units and another in pounds and inches.
func Either(metric, us string) Piece { return Piece{Text: metric, US: us} }

// Amount is a value inside a phrase.
func Amount(kind Kind, value float64) Piece { return Piece{Kind: kind, Value: value} }

// Number is a plain number with so many decimals inside a phrase.
func Number(value float64, decimals int) Piece {
	return Piece{Text: strconv.FormatFloat(value, 'f', decimals, 64)}
}

// Phrase is a sentence of the core with its values still in it, so that each
// reader gets it in units of their own.
type Phrase []Piece

// Say makes a phrase of words (string), amounts (Piece) and other phrases.
func Say(parts ...any) Phrase {
	var p Phrase
	for _, part := range parts {
		switch v := part.(type) {
		case string:
			p = append(p, Piece{Text: v})
		case Piece:
			p = append(p, v)
		case Phrase:
			p = append(p, v...)
		}
	}
	return p
}

// In writes the phrase in a system of units.
func (p Phrase) In(system System) string {
	var b strings.Builder
	for _, piece := range p {
		if piece.Kind == "" && system == US && piece.US != "" {
			b.WriteString(piece.US)
		} else if piece.Kind == "" {
			b.WriteString(piece.Text)
		} else {
			b.WriteString(Format(system, piece.Kind, piece.Value))
		}
	}
	return b.String()
}

// Empty reports whether nothing is said.
func (p Phrase) Empty() bool { return len(p) == 0 }
