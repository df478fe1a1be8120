package store

import (
	"database/sql/driver"
	"encoding/json"
	"fmt"
)

// Words is a list of short words kept in one column as JSON.
type Words []string

// Value implements driver.Valuer.
func (w Words) Value() (driver.Value, error) {
	if w == nil {
		return "[]", nil
	}
	b, err := json.Marshal([]string(w))
	return string(b), err
}

// Scan implements sql.Scanner.
func (w *Words) Scan(src any) error {
	s, ok := src.(string)
	if !ok {
		return fmt.Errorf("words: cannot read %T", src)
	}
	return json.Unmarshal([]byte(s), (*[]string)(w))
}

// The parts of a client's file. They are the shapes of the API too, bounds
// included: one shape, once. Quantities are SI (kg, m; litres); 0 stands for
// what nobody has measured yet, where that is allowed.

// Profile is who trains, for what, with what limits, money and time.
type Profile struct {
	Name        string  `db:"name" json:"name" minLength:"1" maxLength:"80" doc:"How the practice calls this client"`
	StatureM    float64 `db:"stature_m" json:"stature_m" minimum:"0" maximum:"2.5" doc:"Stature in m, 1.0 to 2.5; 0 when not measured"`
	BodyMassKg  float64 `db:"body_mass_kg" json:"body_mass_kg" minimum:"0" maximum:"300" doc:"Body mass in kg, 25 to 300; 0 when not known"`
	Sex         string  `db:"sex" json:"sex" enum:",female,male" doc:"Optional; only sharpens a guess"`
	Experience  string  `db:"experience" json:"experience" enum:"new,novice,intermediate,advanced"`
	Goal        string  `db:"goal" json:"goal" enum:"general,muscle,strength,conditioning,running,back-to-training,older-adult"`
	Limits      Words   `db:"limits" json:"limits" maxItems:"12" doc:"What the client must spare"`
	Days        int     `db:"days" json:"days" minimum:"1" maximum:"7"`
	Minutes     int     `db:"minutes" json:"minutes" minimum:"10" maximum:"180" doc:"Minutes a session"`
	BudgetMinor int64   `db:"budget_minor" json:"budget_minor" minimum:"0" maximum:"100000000" doc:"Budget in the smallest unit of the currency"`
	Currency    string  `db:"currency" json:"currency" minLength:"3" maxLength:"3" doc:"ISO 4217 code"`
	Units       string  `db:"units" json:"units" enum:"metric,us"`
	Note        string  `db:"note" json:"note" maxLength:"2000" doc:"Private note of the practice"`
}

// Space is where the client trains: a rectangle with a ceiling.
type Space struct {
	LengthM         float64 `db:"length_m" json:"length_m" minimum:"0" maximum:"50"`
	WidthM          float64 `db:"width_m" json:"width_m" minimum:"0" maximum:"50"`
	CeilingM        float64 `db:"ceiling_m" json:"ceiling_m" minimum:"0" maximum:"20" doc:"Ceiling height in m, 1 to 20; 0 when not measured"`
	TakenM2         float64 `db:"taken_m2" json:"taken_m2" minimum:"0" maximum:"2500" doc:"Floor that other things stand on for good"`
	Floor           string  `db:"floor" json:"floor" enum:"slab,timber,unknown"`
	Surface         string  `db:"surface" json:"surface" enum:"concrete,wood,laminate,tile,carpet,rubber,grass"`
	Walls           string  `db:"walls" json:"walls" enum:"drill,no-holes,unknown"`
	NeighboursBelow bool    `db:"neighbours_below" json:"neighbours_below"`
}

// Container is one thing of the household that is filled.
type Container struct {
	ID         string  `db:"id" json:"id" pattern:"^[a-z0-9-]{1,40}$" patternDescription:"a short id of small letters, digits and dashes"`
	Name       string  `db:"name" json:"name" minLength:"1" maxLength:"60"`
	Kind       string  `db:"kind" json:"kind" enum:"jug,bottle,bucket,bag,backpack,duffel,basket,crate"`
	TareKg     float64 `db:"tare_kg" json:"tare_kg" minimum:"0" maximum:"100" doc:"Empty mass"`
	TareHalfKg float64 `db:"tare_half_kg" json:"tare_half_kg" minimum:"0" maximum:"10" doc:"How far the empty mass may be off, ±"`
	CapacityL  float64 `db:"capacity_l" json:"capacity_l" exclusiveMinimum:"0" maximum:"2000" doc:"Nominal capacity"`
	Shape      string  `db:"shape" json:"shape" enum:"prism,frustum"`
	HeightM    float64 `db:"height_m" json:"height_m" exclusiveMinimum:"0" maximum:"5" doc:"Inside height at which the capacity is reached"`
	BottomM    float64 `db:"bottom_m" json:"bottom_m" minimum:"0" maximum:"5" doc:"Frustum: inside diameter at the base"`
	TopM       float64 `db:"top_m" json:"top_m" minimum:"0" maximum:"5" doc:"Frustum: inside diameter at the height"`
	RatingKg   float64 `db:"rating_kg" json:"rating_kg" minimum:"0" maximum:"1000" doc:"What handle or straps are good for; 0 takes the cautious default of the kind"`
	Closure    string  `db:"closure" json:"closure" enum:"sealed,zipped,open"`
	Filling    string  `db:"filling" json:"filling" minLength:"1" maxLength:"40" doc:"Key of the filling"`
	VolumeL    float64 `db:"volume_l" json:"volume_l" minimum:"0" maximum:"2500" doc:"What is in it now"`
	Adjustable bool    `db:"adjustable" json:"adjustable" doc:"Refilled or repacked from set to set"`
}

// Gear is a piece of the catalogue that the client owns.
type Gear struct {
	ID   string `db:"id" json:"id" pattern:"^[a-z0-9-]{1,40}$" patternDescription:"a short id of small letters, digits and dashes"`
	Item string `db:"item" json:"item" minLength:"1" maxLength:"60" doc:"Key in the catalogue"`
}

// TestSet is one set that was done.
type TestSet struct {
	ID       string  `db:"id" json:"id" pattern:"^[a-z0-9-]{1,40}$" patternDescription:"a short id of small letters, digits and dashes"`
	Movement string  `db:"movement" json:"movement" minLength:"1" maxLength:"60" doc:"Key of the movement"`
	LoadKg   float64 `db:"load_kg" json:"load_kg" exclusiveMinimum:"0" maximum:"1000" doc:"As held: a pair's is the mass in one hand"`
	Reps     int     `db:"reps" json:"reps" minimum:"1" maximum:"15"`
	Reserve  int     `db:"reserve" json:"reserve" minimum:"0" maximum:"14" doc:"Repetitions left in reserve"`
}

// Pin is the consultant's word on a candidate of the plan.
type Pin struct {
	ID  string `db:"id" json:"id" minLength:"1" maxLength:"160" doc:"Key of the candidate"`
	Pin string `db:"pin" json:"pin" enum:"must,never"`
}

// File is everything kept of one client.
type File struct {
	ID         string      `json:"id" readOnly:"true"`
	Revision   int64       `json:"revision" readOnly:"true"`
	UpdatedAt  int64       `json:"updated_at" readOnly:"true" doc:"Unix time in seconds, UTC"`
	Profile    Profile     `json:"profile"`
	Space      Space       `json:"space"`
	AtHand     Words       `json:"at_hand" maxItems:"40" doc:"Keys of fillings that the household has enough of"`
	Containers []Container `json:"containers"`
	Gear       []Gear      `json:"gear"`
	Tests      []TestSet   `json:"tests"`
	Pins       []Pin       `json:"pins"`
}

// row is the client's own row.
type row struct {
	ID         string `db:"id"`
	PracticeID string `db:"practice_id"`
	Revision   int64  `db:"revision"`
	UpdatedAt  int64  `db:"updated_at"`
	Profile
	Space
	AtHand Words `db:"at_hand"`
}

// NewFile is what a new client starts from.
func NewFile(id, name string) File {
	return File{
		ID: id,
		Profile: Profile{
			Name: name, Experience: "novice", Goal: "general", Limits: Words{}, Days: 3, Minutes: 35,
			BudgetMinor: 20000, Currency: "GBP", Units: "metric",
		},
		Space:  Space{LengthM: 4, WidthM: 3, Floor: "unknown", Surface: "wood", Walls: "unknown"},
		AtHand: Words{"fresh-water"}, Containers: []Container{}, Gear: []Gear{}, Tests: []TestSet{}, Pins: []Pin{},
	}
}
