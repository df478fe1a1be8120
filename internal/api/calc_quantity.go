package api

import (
	"context"
	"errors"
	"slices"

	"scrappyrack/core/quantity"
)

// QuantityQuestion asks what a person typed.
type QuantityQuestion struct {
	Text string `json:"text" maxLength:"200"`
	Kind string `json:"kind" enum:"mass,length,volume,force,time,money"`
	Unit string `json:"unit" maxLength:"10" doc:"Of a bare number: kg, lb, m, cm, ft, in, L, gal, N, lbf, kgf, min …, or an ISO 4217 code"`
}

// QuantityAnswer is what was understood.
type QuantityAnswer struct {
	Value      float64 `json:"value" doc:"In si_unit"`
	SIUnit     string  `json:"si_unit" doc:"kg, m, L, N, s; of money the currency"`
	Minor      *int64  `json:"minor,omitempty" doc:"Of money: in the currency's smallest unit"`
	Understood string  `json:"understood" doc:"As it was understood, for the reader"`
}

// inSI are the units in which values are answered.
var inSI = map[quantity.Dim]string{quantity.DimMass: "kg", quantity.DimLength: "m", quantity.DimVolume: "L", quantity.DimForce: "N",
	quantity.DimTime: "s"}

func (q QuantityQuestion) answer(_ context.Context) (out QuantityAnswer, err error) {
	var bad *quantity.ParseError
	refused := func(err error) error {
		if errors.As(err, &bad) {
			return refuse("text", bad.Error())
		}
		return err
	}
	if q.Kind == "money" {
		if !slices.Contains(quantity.Currencies(), q.Unit) {
			return out, refuse("unit", "that is not a currency that a client can have")
		}
		m, err := quantity.ParseMoney(q.Text, q.Unit)
		if err != nil {
			return out, refused(err)
		}
		return QuantityAnswer{float64(m.Minor) / float64(quantity.MinorPerMajor(q.Unit)), q.Unit, &m.Minor, m.String()}, nil
	}
	dim := quantity.Dim(q.Kind)
	unit, ok := quantity.UnitOf(dim, q.Unit)
	if !ok {
		return out, refuse("unit", "that is not a unit of "+q.Kind)
	}
	v, err := quantity.Parse(dim, q.Text, q.Unit)
	if err != nil {
		return out, refused(err)
	}
	return QuantityAnswer{Value: v, SIUnit: inSI[dim], Understood: quantity.InUnit(v, unit)}, nil
}
