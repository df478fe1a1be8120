package store

import (
	"cmp"
	"slices"
)

// Customer is who the practice works for: what the practice calls them, their money and their units.
type Customer struct {
	Name        string `db:"name" json:"name" minLength:"1" maxLength:"80" doc:"How the practice calls this client"`
	BudgetMinor int64  `db:"budget_minor" json:"budget_minor" minimum:"0" maximum:"100000000" doc:"Budget in the smallest unit of the currency"`
	HourMinor   int64  `db:"hour_minor" json:"hour_minor,omitempty" minimum:"0" maximum:"1000000" doc:"What an hour of the client's own work is worth, in the smallest unit of the currency; 0 where nobody has said"`
	Currency    string `db:"currency" json:"currency" minLength:"3" maxLength:"3" doc:"ISO 4217 code"`
	Units       string `db:"units" json:"units" enum:"metric,us"`
	Note        string `db:"note" json:"note" maxLength:"2000" doc:"Private note of the practice"`
}

// Person is one of the household who trains, or is counted with. The first is who the client came for.
type Person struct {
	ID     string `db:"id" json:"id" pattern:"^[a-z0-9-]{1,40}$" patternDescription:"a short id of small letters, digits and dashes"`
	Name   string `db:"name" json:"name,omitempty" maxLength:"60" doc:"What this person is called; empty where one alone trains, who is called as the client is"`
	Weight int    `db:"weight" json:"weight" required:"false" otherwise:"1" minimum:"0" maximum:"5" doc:"How much this person's needs count in the plan, next to those of the others; 0 for 1"`
	Aside  bool   `db:"aside" json:"aside,omitempty" doc:"Nothing is planned for this person: only headroom and strength are made for them"`
	Trainee
}

// Trainee is a body, what it is trained for, with what limits, and when.
type Trainee struct {
	StatureM   float64 `db:"stature_m" json:"stature_m" minimum:"0" least:"1" maximum:"2.5" doc:"Stature in m, 1.0 to 2.5; 0 when not measured"`
	ReachM     float64 `db:"reach_m" json:"reach_m,omitempty" minimum:"0" least:"1" maximum:"4" doc:"Standing reach to a gripped bar, barefoot; 0 takes the estimate"`
	PressM     float64 `db:"press_m" json:"press_m,omitempty" minimum:"0" least:"1" maximum:"4" doc:"Greatest height of the grip in a press overhead; 0 takes the estimate"`
	BodyMassKg float64 `db:"body_mass_kg" json:"body_mass_kg" minimum:"0" least:"20" maximum:"300" doc:"Body mass in kg, 20 to 300; 0 when not known"`
	Sex        string  `db:"sex" json:"sex" enum:",female,male" doc:"Optional; only sharpens a guess"`
	Experience string  `db:"experience" json:"experience" otherwise:"novice" enum:"new,novice,intermediate,advanced"`
	Goal       string  `db:"goal" json:"goal" otherwise:"general" enum:"general,muscle,strength,weightlifting,conditioning,running,back-to-training,older-adult"`
	Limits     Words   `db:"limits" json:"limits" maxItems:"24" doc:"What the person must spare"`
	Days       int     `db:"days" json:"days" otherwise:"3" minimum:"1" maximum:"7"`
	Minutes    int     `db:"minutes" json:"minutes" otherwise:"35" minimum:"10" maximum:"180" doc:"Minutes a session"`
	BornYear   int     `db:"born_year" json:"born_year,omitempty" minimum:"0" least:"1900" maximum:"2100" doc:"Year of birth; 0 when nobody has asked"`
	LayOff     int     `db:"lay_off_months" json:"lay_off_months,omitempty" minimum:"0" maximum:"600" doc:"Months since training was last regular; 0 for now"`
	Occupation string  `db:"occupation" json:"occupation,omitempty" enum:",forward,lifting,other" doc:"What the days are: bent forward or seated, lifting and carrying, other; empty when nobody has asked"`
	Likes      Words   `db:"likes" json:"likes" required:"false" maxItems:"5" doc:"What the person knows and likes to train with: hands, bar, bands, packs, body"`
	Avoids     Words   `db:"avoids" json:"avoids" required:"false" maxItems:"5" doc:"What the person would rather not train with"`
	Agreed     Words   `db:"agreed" json:"agreed" required:"false" maxItems:"200" doc:"Changes for limits that the person has agreed to, as limit/need"`
	Asked
	HealthNote string `db:"health_note" json:"health_note,omitempty" maxLength:"2000" doc:"What the answers mean: where it hurts, since when"`
}

// Asked are the answers before training: empty when nobody has asked.
type Asked struct {
	Answers Words  `db:"answers" json:"answers" required:"false" maxItems:"80" doc:"Answers by the question's key, with their day where somebody has said: heart:no, eyes:yes:2026-08-14"`
	Floor   string `db:"floor" json:"ask_floor,omitempty" enum:",no,help,yes" doc:"Gets down to the floor and up again: not, with help, alone"`
	Alone   string `db:"ask_alone" json:"ask_alone,omitempty" enum:",no,yes" doc:"Trains alone"`
	Legs    string `db:"legs" json:"legs,omitempty" enum:",both,one,none" doc:"Legs that are used"`
	Pain    int    `db:"pain" json:"pain,omitempty" minimum:"0" least:"1" maximum:"10" doc:"Pain now, 1 to 10; 0 when nobody has said"`
	Weeks   int    `db:"weeks" json:"weeks,omitempty" minimum:"0" least:"1" maximum:"45" doc:"Weeks of pregnancy on the day that they were counted; 0 for none"`
	WeeksOn string `db:"weeks_on" json:"weeks_on,omitempty" maxLength:"10" doc:"The day on which the weeks were counted"`
	BirthOn string `db:"birth_on" json:"birth_on,omitempty" maxLength:"10" doc:"Day of a birth within a year"`
}

// Wished is what a consultant says of a need for one client; what is 0 is as the goal has it.
type Wished struct {
	ID     string  `db:"id" json:"id" minLength:"1" maxLength:"80" doc:"Key of the need; of another person than the first with theirs before it: anna.squat"`
	Person string  `db:"person" json:"person,omitempty" maxLength:"40" doc:"Whose: a person's id; empty takes the first"`
	Weight int     `db:"weight" json:"weight" minimum:"0" maximum:"5" doc:"0 drops it"`
	Low    int     `db:"low" json:"low" minimum:"0" least:"1" maximum:"1200" doc:"Fewest of a set; 0 for the goal's"`
	High   int     `db:"high" json:"high" minimum:"0" least:"1" maximum:"1200" doc:"Most of a set"`
	LoKg   float64 `db:"lo_kg" json:"lo_kg" minimum:"0" maximum:"1000" doc:"Working range by hand; both 0 for the one that is worked out"`
	HiKg   float64 `db:"hi_kg" json:"hi_kg" minimum:"0" least:"0.1" maximum:"1000"`
}

// Operation is one that the client has had. What is empty is not known.
type Operation struct {
	ID       string `db:"id" json:"id" minLength:"1" maxLength:"40"`
	Person   string `db:"person" json:"person,omitempty" maxLength:"40" doc:"Whose: a person's id; empty takes the first"`
	Part     string `db:"part" json:"part" enum:"knee,hip,foot,back,neck,shoulder,elbow,hand,abdomen,chest,heart,other"`
	What     string `db:"what" json:"what" maxLength:"200"`
	On       string `db:"on_day" json:"on" maxLength:"10" doc:"Day, month or year: 2026-08-14, 2026-08 or 2026"`
	Replaced bool   `db:"replaced" json:"replaced,omitempty" doc:"The joint was replaced"`
	Forbids  string `db:"forbids" json:"forbids,omitempty" maxLength:"400" doc:"What the surgeon forbids; empty when nobody knows"`
}

// Release is somebody's word on one question that was answered with yes, or on one operation.
type Release struct {
	ID      string `db:"id" json:"id" minLength:"1" maxLength:"40"`
	Person  string `db:"person" json:"person,omitempty" maxLength:"40" doc:"Whose: a person's id; empty takes the first"`
	About   string `db:"about" json:"about" minLength:"1" maxLength:"60" doc:"Key of the question, or operation/ and its id"`
	Role    string `db:"role" json:"role" enum:",physician,surgeon,physiotherapist,midwife,guardian"`
	By      string `db:"by_whom" json:"by" maxLength:"80" doc:"Whose word it is"`
	On      string `db:"on_day" json:"on" maxLength:"10" doc:"Its day: 2026-11-03"`
	Verdict string `db:"verdict" json:"verdict" enum:",may,within,not-yet" doc:"May train, may train within limits, not yet"`
	Limits  Words  `db:"limits" json:"limits" maxItems:"24" doc:"Within which limits"`
	Until   string `db:"until_day" json:"until" maxLength:"10" doc:"The last day that it is good for; empty for twelve months"`
}

// FirstPerson is the id of the person that a client begins with.
const FirstPerson = "first"

// Person is one of the household by an id; "" is the first. There is always one.
func (f *File) Person(id string) (p *Person, ok bool) {
	for i := range f.Persons {
		if id == "" || f.Persons[i].ID == id {
			return &f.Persons[i], true
		}
	}
	return &Person{}, false
}

// Looked is the person that a file is looked at as.
func (f *File) Looked() *Person {
	p, _ := f.Person(f.Seen)
	return p
}

// Leave takes what is one person's out of the rest of the file. What they have trained stays in the log, and
// is nobody's till they are there again.
func (f *File) Leave(person string) {
	f.Operations = slices.DeleteFunc(f.Operations, func(o Operation) bool { return o.Person == person })
	f.Releases = slices.DeleteFunc(f.Releases, func(r Release) bool { return r.Person == person })
	f.Slots = slices.DeleteFunc(f.Slots, func(s Wished) bool { return s.Person == person })
}

// whose says that what is one person's, and of nobody, is the first's.
func (f *File) whose() {
	if len(f.Persons) == 0 {
		return
	}
	give := func(to *string) { *to = cmp.Or(*to, f.Persons[0].ID) }
	for i := range f.Operations {
		give(&f.Operations[i].Person)
	}
	for i := range f.Releases {
		give(&f.Releases[i].Person)
	}
	for i := range f.Slots {
		give(&f.Slots[i].Person)
	}
	for i := range f.Sets {
		give(&f.Sets[i].Person)
	}
}
