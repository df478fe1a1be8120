package store

// Build is something that is made for a client by a design: where it stands, its sizes and
// answers as far as they are not those that fit, and the tests that were made of it.
type Build struct {
	ID     string           `db:"id" json:"id" pattern:"^[a-z0-9-]{1,40}$" patternDescription:"a short id of small letters, digits and dashes"`
	Design string           `db:"design" json:"design" minLength:"1" maxLength:"40" doc:"Key of the design"`
	Name   string           `db:"name" json:"name" minLength:"1" maxLength:"60"`
	State  string           `db:"state" json:"state" enum:"planned,made,retired"`
	Room   string           `db:"room" json:"room" maxLength:"40" doc:"Where it stands; empty where that is not said"`
	Wall   int              `db:"wall" json:"wall" minimum:"-1" maximum:"59" doc:"On which wall, from 0; -1 for none"`
	AtM    float64          `db:"at_m" json:"at_m" minimum:"0" maximum:"100" doc:"From the wall's start to its middle"`
	Sizes  List[BuildSize]  `db:"sizes" json:"sizes" maxItems:"40"`
	Tests  List[BuildProof] `db:"tests" json:"tests" maxItems:"60"`
}

// BuildSize is one size or answer of a build that is not as it fits.
type BuildSize struct {
	ID   string  `json:"id" minLength:"1" maxLength:"40" doc:"Key of the question"`
	Num  float64 `json:"num" minimum:"-1000000" maximum:"1000000" doc:"In the base unit of its kind"`
	Word string  `json:"word" maxLength:"60" doc:"Of a question with answers in words"`
}

// BuildProof is a proof test or an inspection of a build.
type BuildProof struct {
	ID     string  `json:"id" minLength:"1" maxLength:"40"`
	Kind   string  `json:"kind" enum:"proof,inspection"`
	At     int64   `json:"at" minimum:"0" maximum:"253402300799" doc:"Unix time in seconds, UTC"`
	Passed bool    `json:"passed"`
	Of     float64 `json:"of,omitempty" minimum:"0" maximum:"100000" doc:"What a proof was made with, in kg or, of bands, in N; 0 where nobody has said"`
	Note   string  `json:"note" maxLength:"300"`
}

// Offcut is something of a material that the household owns: a bar, a sheet, or pieces.
type Offcut struct {
	ID      string  `db:"id" json:"id" pattern:"^[a-z0-9-]{1,40}$" patternDescription:"a short id of small letters, digits and dashes"`
	Good    string  `db:"good" json:"good" minLength:"1" maxLength:"40" doc:"Key of the material"`
	LengthM float64 `db:"length_m" json:"length_m" minimum:"0" maximum:"20" doc:"Of a bar or a sheet"`
	WidthM  float64 `db:"width_m" json:"width_m" minimum:"0" maximum:"5" doc:"Of a sheet"`
	Count   int     `db:"count" json:"count" minimum:"0" maximum:"1000"`
}

// Price is what a practice pays for a size of a material.
type Price struct {
	Good     string `db:"good" json:"good" minLength:"1" maxLength:"80" doc:"Key of the material with the name of the size"`
	Currency string `db:"currency" json:"currency" minLength:"3" maxLength:"3"`
	Minor    int64  `db:"minor" json:"minor" minimum:"0" maximum:"100000000" doc:"In the smallest unit of the currency"`
}
