package store

import (
	"reflect"
	"slices"
)

// Space is what holds for all rooms of a client: how one gets in, and what is worn.
type Space struct {
	ShoeM      float64 `db:"shoe_m" json:"shoe_m" minimum:"0" maximum:"0.1" doc:"Thickness of the soles; counts in every standing height"`
	WayWidthM  float64 `db:"way_width_m" json:"way_width_m" minimum:"0" least:"0.2" maximum:"10" doc:"Narrowest way in; 0 when not measured"`
	WayHeightM float64 `db:"way_height_m" json:"way_height_m" minimum:"0" least:"0.5" maximum:"10" doc:"Lowest place on the way in; 0 when not measured"`
	Access     string  `db:"access" json:"access,omitempty" otherwise:"unknown" enum:"level,stairs,lift,unknown"`
}

// RoomWall is one wall of a walk round a room; the first runs along the drawing's upper edge
// when the walk goes to the right.
type RoomWall struct {
	TurnDeg  float64 `json:"turn_deg" minimum:"-179" maximum:"179" doc:"Turn before it, to the right above 0; the first has none"`
	LengthM  float64 `json:"length_m" minimum:"0" least:"0.05" maximum:"100" doc:"As measured; 0 of a last wall that closes the room"`
	Exact    bool    `json:"exact,omitempty" doc:"Keeps its length when the walk is closed"`
	Kind     string  `json:"kind,omitempty" enum:",timber-stud,metal-stud,brick,hollow-block,concrete,stone,plaster-lath,unknown"`
	SpacingM float64 `json:"spacing_m,omitempty" minimum:"0" maximum:"2" doc:"From stud to stud; 0 when not measured"`
	OffsetM  float64 `json:"offset_m,omitempty" minimum:"0" maximum:"2" doc:"From the wall's start to the first stud; 0 when not found"`
	LiningM  float64 `json:"lining_m,omitempty" minimum:"0" maximum:"0.2" doc:"Thickness of the board before the studs"`
	NoHoles  bool    `json:"no_holes,omitempty" doc:"This wall may not be drilled"`
}

// Room is one room, as surveyed.
type Room struct {
	ID           string         `db:"id" json:"id" pattern:"^[a-z0-9-]{1,40}$" patternDescription:"a short id of small letters, digits and dashes"`
	Name         string         `db:"name" json:"name" minLength:"1" maxLength:"60"`
	Trains       bool           `db:"trains" json:"trains" doc:"Training happens here"`
	Outdoor      bool           `db:"outdoor" json:"outdoor" doc:"There is no roof"`
	Walls        List[RoomWall] `db:"walls" json:"walls" maxItems:"60" doc:"Round the room; none when not measured"`
	CeilingM     float64        `db:"ceiling_m" json:"ceiling_m" minimum:"0" least:"1" maximum:"20" doc:"Ceiling height in m, 1 to 20; 0 when not measured"`
	CeilingHalfM float64        `db:"ceiling_half_m" json:"ceiling_half_m" minimum:"0" maximum:"0.5" doc:"How far heights may be off, ±"`
	WallsHalfM   float64        `db:"walls_half_m" json:"walls_half_m" minimum:"0" maximum:"0.5" doc:"How far each wall's length may be off, ±"`
	Roof         string         `db:"roof" json:"roof" otherwise:"unknown" enum:"joists,concrete,suspended,unknown" doc:"What carries the ceiling"`
	TakenM2      float64        `db:"taken_m2" json:"taken_m2" minimum:"0" maximum:"2500" doc:"Floor that other things stand on that are not drawn"`
	Floor        string         `db:"floor" json:"floor" otherwise:"unknown" enum:"slab,timber,unknown"`
	Surface      string         `db:"surface" json:"surface" otherwise:"wood" enum:"concrete,wood,laminate,tile,carpet,rubber,grass"`
	Level        string         `db:"level" json:"level" otherwise:"unknown" enum:"level,slopes,unknown"`
	Holes        string         `db:"holes" json:"holes" otherwise:"unknown" enum:"drill,no-holes,unknown" doc:"Whether walls and ceiling may be drilled"`
	Door         string         `db:"door" json:"door" otherwise:"unknown" enum:"solid,light,none,unknown" doc:"The door for bands, where none is drawn; light is hollow, glazed, sliding or folding"`
	Below        bool           `db:"neighbours_below" json:"neighbours_below"`
	Sleeps       bool           `db:"sleeps" json:"sleeps" doc:"A bedroom or a habitable attic"`
	Drops        bool           `db:"may_drop" json:"may_drop" doc:"Loads may be dropped here"`
	Shared       Words          `db:"shared" json:"shared" maxItems:"8" doc:"Who or what else uses it: car, laundry, guests, work, children"`
	ClearMin     int            `db:"clear_min" json:"clear_min" minimum:"0" maximum:"1440" doc:"Must be clear within so many minutes; 0 when it need not"`
	StorageL     float64        `db:"storage_l" json:"storage_l" minimum:"0" maximum:"20000" doc:"Storage that is there, in litres"`
	Dirty        bool           `db:"dirty" json:"dirty"`
	Cold         bool           `db:"cold" json:"cold" doc:"May freeze"`
	Damp         bool           `db:"damp" json:"damp"`
	QuietFrom    int            `db:"quiet_from" json:"quiet_from" minimum:"0" maximum:"24" doc:"Hour from which it must be quiet"`
	QuietTo      int            `db:"quiet_to" json:"quiet_to" minimum:"0" maximum:"24" doc:"Hour until which; the same as quiet_from for never"`
}

// Opening is a door, a window or another opening in a wall of a room.
type Opening struct {
	ID          string  `db:"id" json:"id" pattern:"^[a-z0-9-]{1,40}$" patternDescription:"a short id of small letters, digits and dashes"`
	Room        string  `db:"room" json:"room" minLength:"1" maxLength:"40"`
	Name        string  `db:"name" json:"name" minLength:"1" maxLength:"60"`
	Kind        string  `db:"kind" json:"kind" enum:"door,gap,window,garage-door,hatch"`
	Wall        int     `db:"wall" json:"wall" minimum:"0" maximum:"59" doc:"Which wall, from 0"`
	AtM         float64 `db:"at_m" json:"at_m" minimum:"0" maximum:"100" doc:"From the wall's start to it"`
	WidthM      float64 `db:"width_m" json:"width_m" exclusiveMinimum:"0" least:"0.1" maximum:"20"`
	HeightM     float64 `db:"height_m" json:"height_m" minimum:"0" maximum:"10" doc:"0 when not measured"`
	SillM       float64 `db:"sill_m" json:"sill_m" minimum:"0" maximum:"10" doc:"Of a window, above the floor"`
	Leaf        string  `db:"leaf" json:"leaf" otherwise:"unknown" enum:"solid,light,none,unknown"`
	Hinge       string  `db:"hinge" json:"hinge" otherwise:"start" enum:"start,end" doc:"At which end of it, along the wall"`
	Swings      string  `db:"swings" json:"swings" otherwise:"unknown" enum:"in,out,slides,unknown" doc:"Seen from the room; its stop is on the other side of where it opens to"`
	TrackM      float64 `db:"track_m" json:"track_m" minimum:"0" maximum:"10" doc:"Underside of a garage door's track above the floor; 0 without one"`
	TrackDepthM float64 `db:"track_depth_m" json:"track_depth_m" minimum:"0" maximum:"10" doc:"How far the track reaches into the room"`
}

// Fixture is what stands in a room: built in, furniture, a car, storage, or a piece of gear.
type Fixture struct {
	ID      string  `db:"id" json:"id" pattern:"^[a-z0-9-]{1,40}$" patternDescription:"a short id of small letters, digits and dashes"`
	Room    string  `db:"room" json:"room" minLength:"1" maxLength:"40"`
	Name    string  `db:"name" json:"name" minLength:"1" maxLength:"60"`
	Kind    string  `db:"kind" json:"kind" enum:"fixed,seat,furniture,rolls,car,storage,gear"`
	XM      float64 `db:"x_m" json:"x_m" minimum:"-200" maximum:"200" doc:"Of its middle, along the first wall from its start"`
	YM      float64 `db:"y_m" json:"y_m" minimum:"-200" maximum:"200" doc:"Of its middle, to the right of the first wall: down the drawing"`
	WidthM  float64 `db:"width_m" json:"width_m" exclusiveMinimum:"0" least:"0.02" maximum:"20"`
	DepthM  float64 `db:"depth_m" json:"depth_m" exclusiveMinimum:"0" least:"0.02" maximum:"20"`
	HeightM float64 `db:"height_m" json:"height_m" minimum:"0" maximum:"10" doc:"0 when not measured"`
	TurnDeg float64 `db:"turn_deg" json:"turn_deg" minimum:"-360" maximum:"360" doc:"Clockwise on the drawing"`
	MassKg  float64 `db:"mass_kg" json:"mass_kg" minimum:"0" maximum:"5000" doc:"0 when not known"`
	Away    bool    `db:"away" json:"away" doc:"Moved away for training"`
	Nowhere bool    `db:"nowhere" json:"nowhere,omitempty" doc:"Nobody has said where it stands: it takes no floor, and is drawn nowhere"`
	Rock    string  `db:"rock" json:"rock" otherwise:"not-made" enum:"not-made,passed,failed" doc:"Rock test: pushed at its top by the heel of the hand, it neither rocks nor slides"`
	Sit     string  `db:"sit" json:"sit" otherwise:"not-made" enum:"not-made,passed,failed" doc:"Slow sit test: it neither gives nor creaks"`
	Gear    string  `db:"gear" json:"gear" maxLength:"40" doc:"Of a piece of gear: its id among the gear"`
}

// Overhead is what hangs below a ceiling, or a part of it that slopes.
type Overhead struct {
	ID      string  `db:"id" json:"id" pattern:"^[a-z0-9-]{1,40}$" patternDescription:"a short id of small letters, digits and dashes"`
	Room    string  `db:"room" json:"room" minLength:"1" maxLength:"40"`
	Name    string  `db:"name" json:"name" minLength:"1" maxLength:"60"`
	Kind    string  `db:"kind" json:"kind" enum:"beam,duct,lamp,slope"`
	XM      float64 `db:"x_m" json:"x_m" minimum:"-200" maximum:"200" doc:"Of its middle, as of a fixture; not of a slope"`
	YM      float64 `db:"y_m" json:"y_m" minimum:"-200" maximum:"200"`
	WidthM  float64 `db:"width_m" json:"width_m" minimum:"0" maximum:"50"`
	DepthM  float64 `db:"depth_m" json:"depth_m" minimum:"0" maximum:"50"`
	TurnDeg float64 `db:"turn_deg" json:"turn_deg" minimum:"-360" maximum:"360"`
	UnderM  float64 `db:"under_m" json:"under_m" minimum:"-1" maximum:"20" doc:"Its underside above the floor; of a slope its height at the wall"`
	Wall    int     `db:"wall" json:"wall" minimum:"0" maximum:"59" doc:"Of a slope: the wall at which it is lowest, from 0"`
	RunM    float64 `db:"run_m" json:"run_m" minimum:"0" maximum:"50" doc:"Of a slope: from that wall to where it is highest"`
	HighM   float64 `db:"high_m" json:"high_m" minimum:"0" maximum:"20" doc:"Of a slope: its highest; 0 for the ceiling's height"`
}

// Square are the walls of a room with four corners, in m.
func Square(width, depth float64) (walls List[RoomWall]) {
	for i, l := range []float64{width, depth, width, depth} {
		w := RoomWall{LengthM: l}
		if i > 0 {
			w.TurnDeg = 90
		}
		walls = append(walls, w)
	}
	return walls
}

// NewRoom is a room to start from: nothing known of it.
func NewRoom(id, name string) Room {
	r := Room{ID: id, Name: name, Trains: true, Walls: List[RoomWall]{}}
	complete(reflect.ValueOf(&r).Elem())
	return r
}

// Demolish takes what is in a room that was removed out of the file; what was built there has
// no place any more.
func (f *File) Demolish(room string) {
	f.Openings = slices.DeleteFunc(f.Openings, func(o Opening) bool { return o.Room == room })
	f.Fixtures = slices.DeleteFunc(f.Fixtures, func(x Fixture) bool { return x.Room == room })
	f.Overheads = slices.DeleteFunc(f.Overheads, func(o Overhead) bool { return o.Room == room })
	f.Builds = slices.Clone(f.Builds)
	for i := range f.Builds {
		if f.Builds[i].Room == room {
			f.Builds[i].Room, f.Builds[i].Wall = "", -1
		}
	}
}

// Unplace takes a piece of gear that was removed out of the rooms.
func (f *File) Unplace(gear string) {
	f.Fixtures = slices.DeleteFunc(f.Fixtures, func(x Fixture) bool { return x.Gear == gear })
}
