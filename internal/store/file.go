package store

import (
	"database/sql/driver"
	"encoding/json"
	"fmt"
	"reflect"
	"slices"
)

// List is a short list kept in one column as JSON.
type List[T any] []T

// Words is a list of short words.
type Words = List[string]

// Value implements driver.Valuer.
func (l List[T]) Value() (driver.Value, error) {
	if l == nil {
		return "[]", nil
	}
	b, err := json.Marshal([]T(l))
	return string(b), err
}

// Scan implements sql.Scanner.
func (l *List[T]) Scan(src any) error {
	s, ok := src.(string)
	if !ok {
		return fmt.Errorf("list: cannot read %T", src)
	}
	return json.Unmarshal([]byte(s), (*[]T)(l))
}

// The parts of a client's file. They are the shapes of the API too, bounds
// included: one shape, once. Quantities are SI (kg, m; litres); 0 stands for
// what nobody has measured yet, where that is allowed.

// Mark is a measured pair of level and volume below it.
type Mark struct {
	LevelM  float64 `json:"level_m" minimum:"0" maximum:"5"`
	VolumeL float64 `json:"volume_l" minimum:"0" maximum:"2500"`
}

// HoldLimit is what a container is good for in one hold.
type HoldLimit struct {
	Hold string  `json:"hold" enum:"one-hand,two-hand,hug,worn,overhead-safe,dragged"`
	Kg   float64 `json:"kg" exclusiveMinimum:"0" maximum:"1000"`
}

// Packed is something that lies in a container: a thing of the household, or
// another container (count 1).
type Packed struct {
	Thing string `json:"thing" minLength:"1" maxLength:"40" doc:"Id of a thing or of a container"`
	Count int    `json:"count" minimum:"1" maximum:"200"`
}

// Container is one thing of the household that is filled, packed, or taken as
// it was sold.
type Container struct {
	ID         string          `db:"id" json:"id" pattern:"^[a-z0-9-]{1,40}$" patternDescription:"a short id of small letters, digits and dashes"`
	Name       string          `db:"name" json:"name" minLength:"1" maxLength:"60"`
	Kind       string          `db:"kind" json:"kind" enum:"jug,bottle,bucket,bag,backpack,duffel,basket,crate,sack"`
	TareKg     float64         `db:"tare_kg" json:"tare_kg" minimum:"0" maximum:"100" doc:"Empty mass, as far as it has not been weighed"`
	TareHalfKg float64         `db:"tare_half_kg" json:"tare_half_kg" minimum:"0" maximum:"10" doc:"How far that may be off, ±"`
	CapacityL  float64         `db:"capacity_l" json:"capacity_l" exclusiveMinimum:"0" least:"0.05" maximum:"2000" doc:"Nominal capacity"`
	BrimL      float64         `db:"brim_l" json:"brim_l" minimum:"0" maximum:"2500" doc:"What it holds to the brim; 0 takes 1.04 × the capacity"`
	Shape      string          `db:"shape" json:"shape" enum:"prism,frustum,marks,as-sold"`
	HeightM    float64         `db:"height_m" json:"height_m" exclusiveMinimum:"0" least:"0.02" maximum:"5" doc:"Inside height at which the capacity is reached"`
	BottomM    float64         `db:"bottom_m" json:"bottom_m" minimum:"0" least:"0.02" maximum:"5" doc:"Frustum: inside diameter at the base"`
	TopM       float64         `db:"top_m" json:"top_m" minimum:"0" least:"0.02" maximum:"5" doc:"Frustum: inside diameter at the height"`
	Marks      List[Mark]      `db:"marks" json:"marks" maxItems:"40" doc:"Marks: level and volume, both rising"`
	NetKg      float64         `db:"net_kg" json:"net_kg" minimum:"0" least:"0.1" maximum:"1000" doc:"As sold: the marked net mass"`
	RatingKg   float64         `db:"rating_kg" json:"rating_kg" minimum:"0" least:"0.5" maximum:"1000" doc:"What handle or straps are good for; 0 takes the cautious default of the kind"`
	RatingHow  string          `db:"rating_how" json:"rating_how" otherwise:"judged" enum:"maker,judged" doc:"Who says so, when it is given"`
	Limits     List[HoldLimit] `db:"limits" json:"limits" maxItems:"6" doc:"What it is good for in single holds, where that is known better"`
	Closure    string          `db:"closure" json:"closure" enum:"sealed,zipped,open"`
	Condition  string          `db:"condition" json:"condition" otherwise:"sound" enum:"sound,worn,retired"`
	Freezes    bool            `db:"freezes" json:"freezes" doc:"May freeze: 9 % stays free of a wet filling"`
	WidthM     float64         `db:"width_m" json:"width_m" minimum:"0" maximum:"3" doc:"Outer width; 0 when not measured"`
	HangM      float64         `db:"hang_m" json:"hang_m" minimum:"0" maximum:"3" doc:"From the grip to the lowest point; 0 when not measured"`
	Filling    string          `db:"filling" json:"filling" minLength:"1" maxLength:"40" doc:"Key of a filling of the table, or id of a batch"`
	VolumeL    float64         `db:"volume_l" json:"volume_l" minimum:"0" maximum:"2500" doc:"How much of the filling is in it now"`
	Packed     List[Packed]    `db:"packed" json:"packed" maxItems:"60" doc:"What lies in it beside the filling"`
	Adjustable bool            `db:"adjustable" json:"adjustable" doc:"Refilled or repacked from set to set"`
}

// Batch is a filling of this client: one sack, one heap, one tap. Its density
// starts from the table, or from a range of its own, and is re-estimated from
// every weighing of a container that is filled from it.
type Batch struct {
	ID         string  `db:"id" json:"id" pattern:"^[a-z0-9-]{1,40}$" patternDescription:"a short id of small letters, digits and dashes"`
	Name       string  `db:"name" json:"name" minLength:"1" maxLength:"60"`
	Filling    string  `db:"filling" json:"filling" maxLength:"40" doc:"Key in the table; empty for a filling of the consultant's own"`
	LowKgL     float64 `db:"low_kg_l" json:"low_kg_l" minimum:"0" least:"0.01" maximum:"25" doc:"Own filling: lowest bulk density"`
	TypicalKgL float64 `db:"typical_kg_l" json:"typical_kg_l" minimum:"0" least:"0.01" maximum:"25"`
	HighKgL    float64 `db:"high_kg_l" json:"high_kg_l" minimum:"0" least:"0.01" maximum:"25"`
	Celsius    float64 `db:"celsius" json:"celsius" minimum:"0" least:"1" maximum:"100" doc:"Of a batch of fresh water: its temperature; 0 when nobody has measured it"`
	Wet        bool    `db:"wet" json:"wet" doc:"Own filling: dries or evaporates where it stands open"`
	Loose      bool    `db:"loose" json:"loose" doc:"Own filling: flows or slides"`
}

// Weighing is a container on a scale, filled as it was then.
type Weighing struct {
	ID           string        `db:"id" json:"id" pattern:"^[a-z0-9-]{1,40}$" patternDescription:"a short id of small letters, digits and dashes"`
	Container    string        `db:"container" json:"container" minLength:"1" maxLength:"40"`
	At           int64         `db:"at" json:"at" minimum:"0" maximum:"253402300799" doc:"Unix time in seconds, UTC"`
	Filling      string        `db:"filling" json:"filling" minLength:"1" maxLength:"40"`
	VolumeL      float64       `db:"volume_l" json:"volume_l" minimum:"0" maximum:"2500" doc:"0 with nothing packed: the empty container"`
	PackedKg     float64       `db:"packed_kg" json:"packed_kg" minimum:"0" maximum:"1000" doc:"Mass of what lay in it beside the filling"`
	Scale        string        `db:"scale" json:"scale" minLength:"1" maxLength:"40"`
	ResolutionKg float64       `db:"resolution_kg" json:"resolution_kg" minimum:"0" maximum:"10" doc:"Step of the display"`
	AccuracyKg   float64       `db:"accuracy_kg" json:"accuracy_kg" minimum:"0" maximum:"50" doc:"How far the scale may be off, ±"`
	Readings     List[float64] `db:"readings" json:"readings" minItems:"1" maxItems:"50" doc:"In kg"`
	Without      List[float64] `db:"without" json:"without" maxItems:"50" doc:"In kg: the person alone, when readings are of the person holding it"`
	Verdict      string        `db:"verdict" json:"verdict" otherwise:"auto" enum:"auto,counts,aside" doc:"Whether it counts for its batch; auto leaves out what contradicts the rest"`
}

// Thing is a kind of household thing that bags are packed with.
type Thing struct {
	ID      string  `db:"id" json:"id" pattern:"^[a-z0-9-]{1,40}$" patternDescription:"a short id of small letters, digits and dashes"`
	Name    string  `db:"name" json:"name" minLength:"1" maxLength:"60"`
	MassKg  float64 `db:"mass_kg" json:"mass_kg" exclusiveMinimum:"0" least:"0.001" maximum:"100" doc:"Of one"`
	HalfKg  float64 `db:"half_kg" json:"half_kg" minimum:"0" maximum:"10" doc:"How far that may be off, ±"`
	VolumeL float64 `db:"volume_l" json:"volume_l" minimum:"0" maximum:"500" doc:"Of one, as it lies"`
	Count   int     `db:"count" json:"count" minimum:"0" maximum:"200"`
	Hard    bool    `db:"hard" json:"hard" doc:"Hard or edged: wrapped, with its wrapping's volume"`
	Sharp   bool    `db:"sharp" json:"sharp" doc:"Too sharp to pack"`
	Spare   bool    `db:"spare" json:"spare" doc:"The household can do without it"`
}

// Handle is a bar, a handle for one hand, or a stick that things hang from.
type Handle struct {
	ID       string  `db:"id" json:"id" pattern:"^[a-z0-9-]{1,40}$" patternDescription:"a short id of small letters, digits and dashes"`
	Name     string  `db:"name" json:"name" minLength:"1" maxLength:"60"`
	Kind     string  `db:"kind" json:"kind" enum:"bar,handle,stick"`
	Count    int     `db:"count" json:"count" minimum:"1" maximum:"2" doc:"2 is a pair of handles that share the plates"`
	MassKg   float64 `db:"mass_kg" json:"mass_kg" minimum:"0" maximum:"100"`
	CollarKg float64 `db:"collar_kg" json:"collar_kg" minimum:"0" maximum:"10" doc:"One collar; two are always on"`
	SleeveM  float64 `db:"sleeve_m" json:"sleeve_m" minimum:"0" maximum:"1" doc:"Length of one side for plates; 0 when not measured"`
	BoreMm   int     `db:"bore_mm" json:"bore_mm" enum:"25,30,50" doc:"Hole of the plates that fit"`
}

// Plate is a kind of plate.
type Plate struct {
	ID         string  `db:"id" json:"id" pattern:"^[a-z0-9-]{1,40}$" patternDescription:"a short id of small letters, digits and dashes"`
	MassKg     float64 `db:"mass_kg" json:"mass_kg" exclusiveMinimum:"0" least:"0.01" maximum:"100"`
	Count      int     `db:"count" json:"count" minimum:"0" maximum:"200" doc:"Single plates"`
	ThicknessM float64 `db:"thickness_m" json:"thickness_m" minimum:"0" maximum:"0.5" doc:"0 when not measured"`
	BoreMm     int     `db:"bore_mm" json:"bore_mm" enum:"25,30,50"`
}

// BandReading is one reading of a band: what all strands together pull at a length of
// a strand's run.
type BandReading struct {
	LengthM   float64 `json:"length_m" exclusiveMinimum:"0" maximum:"20"`
	ForceN    float64 `json:"force_n" exclusiveMinimum:"0" maximum:"5000"`
	UN        float64 `json:"u_n" minimum:"0" maximum:"1000" doc:"Standard uncertainty; 0 when it is not known"`
	Releasing bool    `json:"releasing" doc:"Read on the way back: shown, not fitted"`
	At        int64   `json:"at" minimum:"0" maximum:"253402300799" doc:"Unix time in seconds, UTC"`
}

// Band is an elastic band with what was read of it.
type Band struct {
	ID         string            `db:"id" json:"id" pattern:"^[a-z0-9-]{1,40}$" patternDescription:"a short id of small letters, digits and dashes"`
	Name       string            `db:"name" json:"name" minLength:"1" maxLength:"60" doc:"What its tag says"`
	Kind       string            `db:"kind" json:"kind" enum:"long-loop,mini-loop,strip,tube"`
	RestM      float64           `db:"rest_m" json:"rest_m" exclusiveMinimum:"0" least:"0.05" maximum:"10" doc:"At rest; a loop laid flat"`
	WidthM     float64           `db:"width_m" json:"width_m" minimum:"0" maximum:"0.5" doc:"Of one strand; 0 when not measured"`
	ThicknessM float64           `db:"thickness_m" json:"thickness_m" minimum:"0" maximum:"0.1" doc:"Of one strand; 0 when not measured"`
	RestHalfM  float64           `db:"rest_half_m" json:"rest_half_m,omitempty" minimum:"0" maximum:"0.5" doc:"How far its length at rest may be off, ±; 0 for 5 mm"`
	TapeHalfM  float64           `db:"tape_half_m" json:"tape_half_m,omitempty" minimum:"0" maximum:"0.5" doc:"How far the lengths it was pulled to may be off, ±; 0 for 3 mm"`
	Points     List[BandReading] `db:"points" json:"points" maxItems:"60"`
	FirstUsed  int64             `db:"first_used_at" json:"first_used_at" minimum:"0" maximum:"253402300799" doc:"Unix time; 0 when not known"`
	Inspected  int64             `db:"inspected_at" json:"inspected_at" minimum:"0" maximum:"253402300799" doc:"Unix time of the last inspection on record; 0 for never"`
	Condition  string            `db:"condition" json:"condition" otherwise:"sound" enum:"sound,damaged,retired"`
}

// Rig is how a band movement is set up for this client. Its id is the movement's key.
type Rig struct {
	ID         string  `db:"id" json:"id" pattern:"^[a-z0-9-]{1,40}$" patternDescription:"the key of a band movement"`
	Bands      Words   `db:"bands" json:"bands" maxItems:"12" doc:"Ids of the bands that are used together"`
	DistanceM  float64 `db:"distance_m" json:"distance_m" minimum:"0" maximum:"20" doc:"Of the anchor"`
	HeightM    float64 `db:"height_m" json:"height_m" minimum:"0" maximum:"5" doc:"Of the anchor"`
	StanceM    float64 `db:"stance_m" json:"stance_m" minimum:"0" maximum:"2" doc:"Between the feet"`
	GripM      float64 `db:"grip_m" json:"grip_m" minimum:"0" maximum:"3" doc:"Taken up of each run at the grip"`
	StrapM     float64 `db:"strap_m" json:"strap_m" minimum:"0" maximum:"5" doc:"Strap or ring that does not stretch"`
	Fold       int     `db:"fold" json:"fold" otherwise:"1" enum:"1,2,4"`
	TiedKg     float64 `db:"tied_kg" json:"tied_kg" minimum:"0" maximum:"1000" doc:"Mass of the furniture it is tied to; 0 for none"`
	TiedDepthM float64 `db:"tied_depth_m" json:"tied_depth_m" minimum:"0" maximum:"5" doc:"Its depth in the direction of the pull"`
}

// Gear is a piece of the catalogue that the client owns.
type Gear struct {
	ID   string `db:"id" json:"id" pattern:"^[a-z0-9-]{1,40}$" patternDescription:"a short id of small letters, digits and dashes"`
	Item string `db:"item" json:"item" minLength:"1" maxLength:"60" doc:"Key in the catalogue"`
}

// Pin is the consultant's word on a candidate of the plan.
type Pin struct {
	ID  string `db:"id" json:"id" minLength:"1" maxLength:"160" doc:"Key of the candidate"`
	Pin string `db:"pin" json:"pin" enum:"must,never"`
}

// File is everything kept of one client: its parts, and its lists as their tags say (see list).
type File struct {
	ID         string      `json:"id" readOnly:"true"`
	Revision   int64       `json:"revision" readOnly:"true"`
	UpdatedAt  int64       `json:"updated_at" readOnly:"true" doc:"Unix time in seconds, UTC"`
	Profile    Customer    `json:"profile"`
	Space      Space       `json:"space"`
	Persons    []Person    `json:"persons" table:"person" most:"8" station:"client"`
	Rooms      []Room      `json:"rooms" table:"room" most:"20" station:"space"`
	Openings   []Opening   `json:"openings" table:"opening" most:"120" station:"space"`
	Fixtures   []Fixture   `json:"fixtures" table:"fixture" most:"200" station:"space"`
	Overheads  []Overhead  `json:"overheads" table:"overhead" most:"80" station:"space"`
	AtHand     Words       `json:"at_hand" maxItems:"40" doc:"Keys of fillings that the household has enough of"`
	Batches    []Batch     `json:"batches" table:"batch" most:"60" station:"stock"`
	Containers []Container `json:"containers" table:"container" most:"300" station:"stock"`
	Weighings  []Weighing  `json:"weighings" table:"weighing" most:"1000" station:"loads"`
	Things     []Thing     `json:"things" table:"thing" most:"200" station:"stock"`
	Handles    []Handle    `json:"handles" table:"handle" most:"40" station:"stock"`
	Plates     []Plate     `json:"plates" table:"plate" most:"40" station:"stock"`
	Bands      []Band      `json:"bands" table:"band" most:"60" station:"bands"`
	Rigs       []Rig       `json:"rigs" table:"rig" most:"100" station:"bands" keyed:"library"`
	Gear       []Gear      `json:"gear" table:"gear" most:"200" station:"stock"`
	Sets       []LoggedSet `json:"sets" table:"logged_set" most:"100000" station:"log" window:"60"`
	Pins       []Pin       `json:"pins" table:"pin" most:"400" station:"plan" keyed:"library"`
	Slots      []Wished    `json:"slots" table:"slot" most:"60" station:"needs" keyed:"library"`
	Operations []Operation `json:"operations" table:"operation" most:"20" station:"client"`
	Releases   []Release   `json:"releases" table:"release" most:"60" station:"client"`
	Builds     []Build     `json:"builds" table:"build" most:"60" station:"builds"`
	Offcuts    []Offcut    `json:"offcuts" table:"offcut" most:"100" station:"builds"`
	Handbook   *Handbook   `json:"-"` // what the practice keeps for all; nil for nothing
	Seen       string      `json:"-"` // as which person it is looked at; empty for the first
}

// row is the client's own row.
type row struct {
	ID         string `db:"id"`
	PracticeID string `db:"practice_id"`
	Revision   int64  `db:"revision"`
	UpdatedAt  int64  `db:"updated_at"`
	Folded     string `db:"folded"`
	Customer
	Space
	AtHand Words `db:"at_hand"`
}

// NewFile is what a new client starts from.
func NewFile(id, name string) File {
	f := File{
		ID: id,
		Profile: Customer{
			Name: name, BudgetMinor: 20000, Currency: "GBP", Units: "metric",
		},
		Space:   Space{ShoeM: 0.03},
		Persons: []Person{{ID: FirstPerson, Weight: 1}},
		Rooms:   []Room{NewRoom("room", "Room")},
		AtHand:  Words{"fresh-water"},
	}
	f.Complete()
	return f
}

// Complete gives every list and word that an older file or a shorter literal
// leaves out its neutral value.
func (f *File) Complete() {
	complete(reflect.ValueOf(&f.Profile).Elem())
	complete(reflect.ValueOf(&f.Space).Elem())
	for _, l := range lists {
		l.complete(f)
	}
	f.whose()
}

// ForgetPacked takes what is left of a container or a thing that was removed out of
// the rest of the file: its weighings, and its place in other containers.
func (f *File) ForgetPacked(id string) {
	f.Weighings = slices.DeleteFunc(f.Weighings, func(w Weighing) bool { return w.Container == id })
	for i := range f.Containers {
		c := &f.Containers[i]
		c.Packed = slices.DeleteFunc(c.Packed, func(p Packed) bool { return p.Thing == id })
	}
}

// Unrig takes a band out of the set-ups; one that has no other is removed.
func (f *File) Unrig(band string) {
	var left []Rig
	for _, r := range f.Rigs {
		had := len(r.Bands)
		r.Bands = slices.DeleteFunc(r.Bands, func(id string) bool { return id == band })
		if len(r.Bands) > 0 || had == 0 {
			left = append(left, r)
		}
	}
	f.Rigs = left
}

// Refill fills what came from a batch, also as it was weighed, from the row of
// the table that the batch came from. It is false when there is none, as for a
// filling of the consultant's own, and something is filled with it.
func (f *File) Refill(batch string) bool {
	at := slices.IndexFunc(f.Batches, func(b Batch) bool { return b.ID == batch })
	if at < 0 || f.Batches[at].Filling == "" {
		return !slices.ContainsFunc(f.Containers, func(c Container) bool { return c.Filling == batch }) &&
			!slices.ContainsFunc(f.Weighings, func(w Weighing) bool { return w.Filling == batch })
	}
	for i := range f.Containers {
		if f.Containers[i].Filling == batch {
			f.Containers[i].Filling = f.Batches[at].Filling
		}
	}
	for i := range f.Weighings {
		if f.Weighings[i].Filling == batch {
			f.Weighings[i].Filling = f.Batches[at].Filling
		}
	}
	return true
}
