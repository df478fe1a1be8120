package builds

import (
	"scrappyrack/core/quantity"
)

// A hold is a question that somebody has to answer on the spot before anybody goes on: yes, no or not
// known, and not known stops. Its check refuses until then; nothing else of a design depends on it.

// hold asks one; good is what has to be so, bad what is wrong where it is not.
func hold(key string, label, good, bad, help Text) Ask {
	return Ask{Key: key, Label: label, Hold: "yes", Help: help,
		Words: []Word{{"yes", good}, {"no", bad}, {"unknown", "Not known yet"}}}
}

// stops is why a hold stops with a word or a number, before all else.
func (a Ask) stops(word string, n float64) (why Text) {
	switch {
	case a.Hold != "" && word == "unknown", a.Least > 0 && n == 0:
		return "nobody has answered yet: " + lower(a.Label)
	case a.Hold != "" && word != a.Hold:
		return "answered: " + lower(a.answer(word))
	case a.Least > 0 && n < a.Least:
		return tell("less than %s: %s", mm(a.Least), lower(a.Label))
	}
	return ""
}

func (a Ask) answer(key string) Text {
	for _, w := range a.Words {
		if w.Key == key {
			return w.Name
		}
	}
	return Text(key)
}

// Answered are answers with those of all holds as they have to be: how a design would stand once
// somebody has looked. It is for offers and remedies; nobody has said so.
func (d Design) Answered(v Values, s Situation) Values {
	f := &form{s: s, said: &v, seen: true, tells: true}
	f.of(d.blank())
	return f.all
}

// Holds of what is fixed to a wall, and of legs that stand before it.
var (
	socketHold = Ask{Key: "socket_m", Label: "Nearest socket, switch or tap, from its zones", Kind: quantity.KindLevel, Low: 0,
		High: 20, Least: socketClear,
		Help: "Cables run straight up, down and sideways from sockets and switches, pipes from taps: so far beside " +
			"those lines; 0 " +
			"where nobody has measured."}
	skirtingHold = hold("skirting", "Skirting out of its way", "Yes: none there, or notched round it",
		"No: it stands off the wall", "A board or a leg lies tight to the wall.")
	coatingHold = hold("coating", "Paint, plaster and boards of before 2000 tested", "Yes, or all of it is newer",
		"No: not tested, or they hold lead or asbestos", "Drilling makes dust: lead in paint, asbestos in boards and coatings.")
	underHold = hold("under", "Firm floor below the legs", "Yes: no heating in it, no laminate on it",
		"No: heating in it, or it floats", "Legs press on a small place; nothing is screwed into a heated floor.")
	wholeHold = hold("whole", "Studs whole where the board is", "Yes: neither bored nor notched", "No",
		"A hole or a notch takes most of a stud.")
)

// socketClear is how far off the lines above, below and beside sockets, switches and taps nothing is
// drilled, in m (house value; common practice).
const socketClear = 0.150

// wallHolds are those of what is fixed to a wall.
var wallHolds = []Ask{socketHold, skirtingHold, coatingHold}
