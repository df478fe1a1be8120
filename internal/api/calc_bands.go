package api

import (
	"context"
	"errors"
	"fmt"

	"scrappyrack/core/band"
	"scrappyrack/core/quantity"
	"scrappyrack/core/scale"
)

// BandPoint is one reading of a band.
type BandPoint struct {
	LengthM   float64 `json:"length_m" exclusiveMinimum:"0" maximum:"20" doc:"Of one strand's run"`
	ForceN    float64 `json:"force_n" exclusiveMinimum:"0" maximum:"5000" doc:"Of all strands together"`
	UN        float64 `json:"u_n,omitempty" minimum:"0" maximum:"1000" doc:"Standard uncertainty; points without one weigh alike"`
	Releasing bool    `json:"releasing,omitempty" doc:"Read on the way back: not fitted"`
}

// BandQuestion asks for a band's curve, and its force at lengths.
type BandQuestion struct {
	RestM     float64     `json:"rest_length_m" exclusiveMinimum:"0" maximum:"10" doc:"Of one strand's run"`
	Strands   int         `json:"strands" minimum:"1" maximum:"16"`
	Points    []BandPoint `json:"points" maxItems:"60"`
	WidthM    float64     `json:"width_m,omitempty" minimum:"0" maximum:"0.5" doc:"Of one strand: an estimate, where no point is given"`
	ThickM    float64     `json:"thickness_m,omitempty" minimum:"0" maximum:"0.1"`
	RestUM    *float64    `json:"rest_u_m,omitempty" minimum:"0" maximum:"1" doc:"Standard uncertainty of the rest length; 5 mm/√3 when not given"`
	TapeUM    *float64    `json:"tape_u_m,omitempty" minimum:"0" maximum:"1" doc:"Standard uncertainty of each length read; 3 mm/√3 when not given"`
	OffsetUN  float64     `json:"offset_u_n,omitempty" minimum:"0" maximum:"1000" doc:"Standard uncertainty of what the scale is off by in all readings"`
	AtLengths []float64   `json:"at_length_m" maxItems:"200"`
}

func (q BandQuestion) doubts() band.Doubts {
	d := band.UsualDoubts()
	if q.RestUM != nil {
		d.Rest = quantity.Length(*q.RestUM)
	}
	if q.TapeUM != nil {
		d.Tape = quantity.Length(*q.TapeUM)
	}
	d.Offset = quantity.Force(q.OffsetUN)
	return d
}

// BandAnswer is the curve and the forces.
type BandAnswer struct {
	A0C1    float64    `json:"a0c1_n" doc:"Per strand"`
	A0C2    float64    `json:"a0c2_n" doc:"Per strand"`
	RMS     float64    `json:"rms_n" doc:"Of the residuals, all strands together"`
	Basis   string     `json:"basis" doc:"What the curve rests on"`
	ForcesN []*float64 `json:"forces_n" doc:"All strands together; 0 at or below the rest length, null further past the readings than anything can be said"`
	U95N    []*float64 `json:"u95_n" doc:"95 %: readings, lengths, the scale, and how far rubber is from the model; null where the force is"`
	LimitM  float64    `json:"limit_m" doc:"Length up to which the band is offered for training"`
	Flags   []string   `json:"flags" doc:"What has to be said of the curve, or of a length by its index"`
}

func (q BandQuestion) answer(_ context.Context) (out BandAnswer, err error) {
	var points []band.Point
	for _, p := range q.Points {
		points = append(points, band.Point{Length: quantity.Length(p.LengthM), Force: quantity.Force(p.ForceN), U1: quantity.Force(p.UN),
			Releasing: p.Releasing})
	}
	var c band.Curve
	if len(points) == 0 {
		c, err = band.EstimateWith(quantity.Length(q.RestM), q.Strands, quantity.Length(q.WidthM), quantity.Length(q.ThickM), q.doubts())
	} else {
		c, err = band.FitWith(quantity.Length(q.RestM), q.Strands, points, q.doubts())
	}
	if err != nil {
		return out, err
	}
	out = BandAnswer{
		A0C1: float64(c.A0C1), A0C2: float64(c.A0C2), RMS: float64(c.RMS), Basis: string(c.Basis),
		ForcesN: []*float64{}, U95N: []*float64{}, LimitM: float64(c.Rest) * c.Limit(), Flags: []string{},
	}
	if c.Basis != band.Fitted {
		out.Flags = append(out.Flags, string(c.Basis))
	}
	beyond := false
	for i, l := range q.AtLengths {
		length := quantity.Length(l)
		reach := c.ReachOf(length)
		if reach == band.BeyondMeasured {
			beyond = true
			out.Flags = append(out.Flags, fmt.Sprintf("at_length_m[%d]: beyond-measured", i))
			out.ForcesN, out.U95N = append(out.ForcesN, nil), append(out.U95N, nil)
			continue
		}
		if reach != band.Within {
			out.Flags = append(out.Flags, fmt.Sprintf("at_length_m[%d]: %s", i, reach))
		}
		force, u := float64(c.Force(length)), float64(c.U95(length))
		out.ForcesN, out.U95N = append(out.ForcesN, &force), append(out.U95N, &u)
	}
	if beyond {
		out.Flags = append(out.Flags, "beyond-measured")
	}
	return out, nil
}

// PacketQuestion asks what a scale's packet says.
type PacketQuestion struct {
	Hex string `json:"hex" maxLength:"200" doc:"Bytes of the Weight Measurement characteristic in hexadecimal digits"`
}

// PacketAnswer is what it says.
type PacketAnswer struct {
	MassKg  float64 `json:"mass_kg"`
	Unit    string  `json:"unit" enum:"kg,lb" doc:"In which the scale measures"`
	Time    string  `json:"time,omitempty" doc:"ISO 8601 without a zone: as the scale's own clock has it"`
	User    *int    `json:"user,omitempty"`
	BMI     float64 `json:"bmi,omitempty"`
	HeightM float64 `json:"height_m,omitempty"`
}

func (q PacketQuestion) answer(_ context.Context) (out PacketAnswer, err error) {
	m, err := scale.DecodeHex(q.Hex)
	var bad *scale.PacketError
	if errors.As(err, &bad) {
		return out, refuse("hex", bad.Detail)
	}
	if err != nil {
		return out, err
	}
	out = PacketAnswer{MassKg: float64(m.Mass), Unit: string(m.Unit), BMI: m.BMI, HeightM: float64(m.Height)}
	if t := m.Stamp; t.Valid() {
		out.Time = fmt.Sprintf("%04d-%02d-%02dT%02d:%02d:%02d", t.Year, t.Month, t.Day, t.Hour, t.Minute, t.Second)
	}
	if m.User >= 0 {
		out.User = &m.User
	}
	return out, nil
}
