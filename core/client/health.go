package client

import (
	"cmp"
	"fmt"
	"slices"

	"scrappyrack/core/movement"
)

// Answer is what was answered to a question before training: nothing while nobody has asked.
type Answer string

// The answers. WithHelp is one to getting down to the floor and up alone.
const (
	NotAsked Answer = ""
	No       Answer = "no"
	Yes      Answer = "yes"
	WithHelp Answer = "help"
)

// Legs says which legs somebody uses; empty where nobody has asked.
type Legs string

// The legs.
const (
	BothLegs Legs = "both"
	OneLegOf Legs = "one"
	NoLegs   Legs = "none"
)

// Group is what questions are asked together, with one answer for none of them. Until it is answered it holds
// where Holds says so. Key is what its holds are called by.
type Group struct {
	Key, Name string
	Holds     bool
}

// The groups, in the order in which they are asked.
const (
	HeartGroup     = "heart"
	LongGroup      = "long-standing"
	MedicineGroup  = "medicines"
	JointGroup     = "joints"
	OperationGroup = "operations"
	PregnancyGroup = "pregnancy"
	BalanceGroup   = "balance"
	NowGroup       = "now"
	AgeGroup       = "age"
	CompanyGroup   = "company"
	GuardianHold   = "guardian"
)

// Groups lists them.
func Groups() []Group {
	return []Group{
		{HeartGroup, "Heart and vessels", true}, {LongGroup, "Long-standing", false}, {MedicineGroup, "Medicines", false},
		{JointGroup, "Joints and bones", false}, {OperationGroup, "Operations", false}, {PregnancyGroup, "Pregnancy and birth", true},
		{BalanceGroup, "Balance", false}, {NowGroup, "Today", true}, {AgeGroup, "Age", true}, {CompanyGroup, "Company", false},
	}
}

// Question is one that is asked before the first session. Short names it where it is counted; If is the one
// whose yes it depends on. A yes either holds until somebody's word is written down, or spares limits until a
// word says otherwise, or has Mind to be minded.
type Question struct {
	Key, Group, Short, Ask, If string
	Holds                      bool
	Spares                     []movement.Limit
	Mind                       string
}

// Allergic says that somebody is allergic to latex.
func (p Person) Allergic() bool { return p.Health.Answers["latex"] == Yes }

// Questions are what is asked, the group's order kept. Common practice, from memory; a physician decides.
func Questions() []Question { return questions }

func l(all ...movement.Limit) []movement.Limit { return all }

var questions = []Question{
	{Key: "heart", Group: HeartGroup, Short: "heart", Ask: "a heart condition, or a stroke", Holds: true, Spares: l(movement.Pressure)},
	{Key: "pressure", Group: HeartGroup, Short: "raised pressure", Ask: "raised blood pressure, treated or not",
		Spares: l(movement.Pressure)},
	{
		Key: "pressure-high", Group: HeartGroup, If: "pressure", Short: "pressure of 160/100 and more",
		Ask: "160/100 or more, or untreated and not measured within 30 days", Holds: true, Spares: l(movement.Pressure),
	},
	{
		Key: "symptoms", Group: HeartGroup, Short: "chest, breath or fainting", Holds: true,
		Ask: "chest pain, palpitations, fainting, unusual breathlessness, swollen ankles, or calf pain when walking",
	},
	{Key: "clot", Group: HeartGroup, Short: "a blood clot", Ask: "a blood clot within three months", Holds: true},

	{Key: "diabetes", Group: LongGroup, Short: "diabetes", Ask: "diabetes", Mind: "sugar within reach; look at the feet"},
	{Key: "numb", Group: LongGroup, Short: "numb feet", Ask: "feet that feel numb", Spares: l(movement.BalanceOf)},
	{Key: "lungs", Group: LongGroup, Short: "lungs", Ask: "a lung condition, or asthma", Mind: "the inhaler within reach"},
	{
		Key: "epilepsy", Group: LongGroup, Short: "epilepsy", Ask: "epilepsy", Spares: l(movement.NoOverhead, movement.BalanceOf),
		Mind: "nothing over the face, and no step while alone",
	},
	{Key: "kidney", Group: LongGroup, Short: "kidneys", Ask: "a kidney condition", Spares: l(movement.Pressure)},
	{Key: "cancer", Group: LongGroup, Short: "cancer in treatment", Ask: "cancer that is being treated", Holds: true},
	{Key: "bones", Group: LongGroup, Short: "brittle bones", Ask: "osteoporosis, or a bone broken by a small fall",
		Spares: l(movement.Bones)},
	{
		Key: "fracture", Group: LongGroup, If: "bones", Short: "a broken vertebra, or a second bone", Spares: l(movement.NoJumping),
		Ask: "a vertebra broken, or a second bone by a small fall",
	},
	{Key: "spine", Group: LongGroup, Short: "an injury of spine or nerves", Ask: "an injury of spine or nerves",
		Spares: l(movement.LowBack)},
	{
		Key: "t6", Group: LongGroup, If: "spine", Short: "an injury at T6 or above", Ask: "at T6 or above", Holds: true,
		Mind: "headache, sweating or flushing: sit up, loosen what is tight, look at the bladder; emergency unless it eases at once",
	},
	{Key: "hernia", Group: LongGroup, Short: "a hernia", Ask: "a hernia", Spares: l(movement.Pressure)},
	{Key: "eyes", Group: LongGroup, Short: "eyes", Ask: "an eye operation, or raised pressure in the eye", Spares: l(movement.Pressure)},
	{
		Key: "leaking", Group: LongGroup, Short: "leaking or heaviness", Ask: "leaking, or heaviness below, in effort",
		Spares: l(movement.NoJumping, movement.Pressure),
	},
	{Key: "latex", Group: LongGroup, Short: "latex", Ask: "an allergy to latex", Mind: "no bands of natural rubber"},
	{Key: "implant", Group: LongGroup, Short: "an implant", Ask: "a pacemaker, pump or other device in the body",
		Mind: "nothing presses on it; its card within reach"},
	{Key: "senses", Group: LongGroup, Short: "sight or hearing", Ask: "sees or hears badly", Mind: "clear floor, one voice"},

	{Key: "medicines", Group: MedicineGroup, Short: "medicines", Ask: "medicines for heart, pressure, sugar or balance",
		Mind: "ask what they do to effort and to standing up"},
	{
		Key: "thinner", Group: MedicineGroup, Short: "blood thinner", Ask: "something against clots", Spares: l(movement.NoJumping),
		Mind: "no throws; a blow to the head goes to a physician",
	},
	{Key: "insulin", Group: MedicineGroup, Short: "insulin", Ask: "insulin", Mind: "sugar within reach; shaking or sweating: stop, sugar"},

	{Key: "joints", Group: JointGroup, Short: "a bone or joint", Ask: "a bone or joint that training could make worse"},

	{Key: "pregnant", Group: PregnancyGroup, Short: "pregnancy", Ask: "pregnant"},
	{
		Key: "complicated", Group: PregnancyGroup, If: "pregnant", Short: "a complicated pregnancy", Holds: true,
		Ask: "bleeding, waters, a low placenta, a short cervix, pre-eclampsia, poor growth, or three or more babies",
	},
	{Key: "birth", Group: PregnancyGroup, Short: "a birth", Ask: "gave birth within half a year", Spares: l(movement.Postnatal)},
	{Key: "pelvis", Group: PregnancyGroup, Short: "pain in the pelvis", Ask: "pain in the pelvis", Spares: l(movement.Pelvis)},

	{Key: "falls", Group: BalanceGroup, Short: "falls", Ask: "a fall within a year, or unsure on the feet", Spares: l(movement.BalanceOf)},

	{Key: "pain", Group: NowGroup, Short: "pain", Ask: "pain now"},
	{Key: "ill", Group: NowGroup, Short: "illness", Ask: "ill, or a fever within 24 hours", Holds: true},
	{Key: "supervised", Group: NowGroup, Short: "under supervision only", Ask: "told to train only under supervision", Holds: true},
}

// Word says that somebody's word can be written down on a yes: it holds, sometimes or always, or spares something.
func (q Question) Word() bool {
	return q.Holds || len(q.Spares) > 0 || slices.Contains([]string{"joints", "pain"}, q.Key)
}

// QuestionOf finds one by its key.
func QuestionOf(key string) (Question, bool) {
	all := Questions()
	i := slices.IndexFunc(all, func(q Question) bool { return q.Key == key })
	if i < 0 {
		return Question{}, false
	}
	return all[i], true
}

// Health is what is known before anything is lifted: answers by question; whether somebody gets down to the
// floor and up again, and trains alone; which legs are used. Pain is 1 to 10 where there is some, 0 where
// nobody has said.
type Health struct {
	Answers      map[string]Answer
	On           map[string]int64 // when they were given, Unix times in s, where somebody has said
	Floor, Alone Answer
	Legs         Legs
	Pain         int
}

// asked says that a question is one for somebody: its own condition is met.
func (h Health) asked(q Question) bool { return q.If == "" || h.Answers[q.If] == Yes }

// Open are the questions of a group that nobody has answered.
func (h Health) Open(group string) (out []Question) {
	for _, q := range Questions() {
		if q.Group == group && h.asked(q) && h.Answers[q.Key] == NotAsked {
			out = append(out, q)
		}
	}
	return out
}

// Unasked are the groups with something that nobody has answered, but those that hold anyway.
func (p Person) Unasked() (out []Group) {
	for _, g := range Groups() {
		if !g.Holds && len(p.Health.Open(g.Key)) > 0 {
			out = append(out, g)
		}
	}
	return out
}

// From what pain on nothing is trained, and in which weeks what holds or is spared (house values after common
// practice).
const (
	muchPain      = 6
	week          = 7 * 86400
	lyingWeek     = 16
	restAfter     = 6
	spareAfter    = 12
	newOperation  = 12 // weeks
	hipUnknown    = 6  // months for which an operated hip keeps to its list
	stillPregnant = 45
)

// GrownUp is the age, in years, below which a guardian's word is asked for.
const GrownUp = 18

// Expecting is the week of pregnancy, 0 where there is none. Weeks were counted on WeeksOn; without that day,
// or without weeks, it is as far on as can be.
func (p Person) Expecting() int {
	if p.Weeks == 0 && p.Health.Answers["pregnant"] != Yes {
		return 0
	}
	if p.Weeks == 0 || p.WeeksOn == 0 || p.Now == 0 {
		return max(p.Weeks, lyingWeek)
	}
	return min(stillPregnant, p.Weeks+int(max(0, p.Now-p.WeeksOn)/week))
}

// SinceBirth is how many weeks ago somebody gave birth; ok is false where nobody has. A birth without a day
// counts as new.
func (p Person) SinceBirth() (weeks int, ok bool) {
	switch {
	case p.Birth > 0 && p.Now > 0:
		return int(max(0, p.Now-p.Birth) / week), true
	case p.Health.Answers["birth"] == Yes:
		return 0, true
	}
	return 0, false
}

// Hold is what stands in the way of a session until it is answered or somebody's word is written down. Key is
// its group's, About what a release of it is about; Why says what stands in the way of a word that is there.
// Limits are what it holds alone, everything where there are none.
type Hold struct {
	Key, About, Name, Why string
	Unanswered            bool
	Limits                []movement.Limit
}

// Holds are all of somebody's holds, in the order in which they are asked. A stricter answer never removes one.
func (p Person) Holds() (out []Hold) {
	say := func(h Hold) {
		ok, why := p.released(h.About)
		if h.Unanswered || !ok {
			h.Why = cmp.Or(h.Why, why)
			out = append(out, h)
		}
	}
	for _, g := range Groups() {
		open := p.Health.Open(g.Key)
		switch {
		case g.Key == AgeGroup && p.Age == 0 && p.Now > 0: // without a day nobody has an age
			say(Hold{Key: g.Key, About: g.Key, Name: "year of birth", Unanswered: true})
		case g.Key == PregnancyGroup && (p.Sex == Male || p.Weeks > 0):
			open = nil
		}
		if g.Holds && len(open) > 0 {
			for _, q := range open {
				say(Hold{Key: g.Key, About: q.Key, Name: q.Short, Unanswered: true})
			}
		}
		for _, q := range Questions() {
			if q.Group == g.Key && p.Health.Answers[q.Key] == Yes && p.Health.asked(q) {
				if q.Holds || q.Key == "joints" && !p.jointNamed() {
					say(Hold{Key: g.Key, About: q.Key, Name: q.Short})
				}
			}
		}
		switch g.Key {
		case OperationGroup:
			for _, o := range p.Operations {
				if o.holds(p.Now) {
					say(Hold{Key: g.Key, About: AboutOperation(o.ID), Name: cmp.Or(o.What, string(o.Part)), Limits: o.Part.spares()})
				}
			}
		case PregnancyGroup:
			if weeks, born := p.SinceBirth(); born && weeks < restAfter {
				say(Hold{Key: g.Key, About: "birth", Name: fmt.Sprintf("a birth less than %d weeks ago", restAfter)})
			}
		case NowGroup:
			if p.Health.Answers["pain"] == Yes && (p.Health.Pain == 0 || p.Health.Pain >= muchPain) {
				say(Hold{Key: g.Key, About: "pain", Name: "pain"})
			}
		case AgeGroup:
			if p.Age > 0 && p.Age < GrownUp {
				say(Hold{Key: GuardianHold, About: GuardianHold, Name: "a guardian's word"})
			}
		}
	}
	return out
}

// jointNamed says that a joint is spared by name, and not because another answer brings it.
func (p Person) jointNamed() bool {
	implied := p.Implied()
	return slices.ContainsFunc(p.Limits, func(l movement.Limit) bool {
		return joint(l) && !slices.ContainsFunc(implied, func(s Spared) bool { return s.Limit == l })
	})
}

func joint(l movement.Limit) bool {
	return slices.Contains([]movement.Limit{
		movement.Knee, movement.Hip, movement.Ankle, movement.LowBack, movement.Neck, movement.ShoulderOf, movement.Elbow,
		movement.WristGrip,
		movement.HipReplaced, movement.Bones,
	}, l)
}

// Spared is a limit that acts though nobody has ticked it, and why.
type Spared struct {
	Limit movement.Limit
	Why   string
}

// Implied are the limits that answers, operations, weeks, legs and age bring with them, each once. What a yes
// spares, a word that somebody may train gives back; what a state brings stays as long as the state.
func (p Person) Implied() (out []Spared) {
	say := func(why string, all ...movement.Limit) {
		for _, l := range all {
			if !slices.ContainsFunc(out, func(s Spared) bool { return s.Limit == l }) {
				out = append(out, Spared{l, why})
			}
		}
	}
	for _, q := range Questions() {
		if p.Health.Answers[q.Key] != Yes || !p.Health.asked(q) || q.Key == "birth" {
			continue
		}
		if ok, _ := p.released(q.Key); !ok {
			say(q.Short, q.Spares...)
		}
	}
	for _, o := range p.Operations {
		if ok, _ := p.released(AboutOperation(o.ID)); !ok || o.listed() {
			say(cmp.Or(o.What, string(o.Part)+", operated on"), o.spares(p.Now)...)
		}
	}
	switch weeks := p.Expecting(); {
	case weeks >= lyingWeek:
		say(fmt.Sprintf("week %d of pregnancy", weeks), movement.Pregnancy)
	case weeks > 0:
		say(fmt.Sprintf("week %d of pregnancy", weeks), movement.NoJumping)
	}
	if weeks, born := p.SinceBirth(); born {
		if ok, _ := p.released("birth"); weeks < spareAfter || !ok && weeks < 2*spareAfter {
			say("after birth", movement.Postnatal)
		}
	}
	if p.Health.Legs == NoLegs {
		say("does not use the legs", movement.Seated)
	}
	if p.Health.Legs == OneLegOf {
		say("uses one leg", movement.OneLegged)
	}
	if p.Health.Floor == No {
		say("does not get up from the floor", movement.NoFloor)
	}
	if p.Age > 0 && p.Age < GrownUp && p.Health.Alone != No { // alone, or nobody has said
		say("under 18, not said to be supervised", movement.Under18)
	}
	for _, l := range p.Bound() {
		say("within limits, as somebody said", l)
	}
	return out
}

// Acting are the limits that act on somebody: those that are ticked and those that are implied.
func (p Person) Acting() []movement.Limit {
	out := slices.Clone(p.Limits)
	for _, s := range p.Implied() {
		if !slices.Contains(out, s.Limit) {
			out = append(out, s.Limit)
		}
	}
	return out
}

// Minded is what answers ask to mind, in a line each.
func (p Person) Minded() (out []string) {
	for _, q := range Questions() {
		if q.Mind != "" && p.Health.Answers[q.Key] == Yes && p.Health.asked(q) {
			out = append(out, q.Short+": "+q.Mind)
		}
	}
	return out
}
