package api

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"scrappyrack/core/quantity"
)

// MaterialPrice is what a size of a material costs the practice.
type MaterialPrice struct {
	Key   string `json:"key"`
	Good  string `json:"good" doc:"Key of the material"`
	Form  string `json:"form" enum:"bars,sheets,metre,packs"`
	Name  string `json:"name"`
	Size  string `json:"size"`
	Shop  string `json:"shop"`
	Minor int64  `json:"minor" doc:"In the smallest unit of the currency"`
	Own   bool   `json:"own" doc:"The practice's price; else a sample price, which is invented"`
}

// PriceBook is what materials cost the practice in a currency.
type PriceBook struct {
	Currency string          `json:"currency"`
	Prices   []MaterialPrice `json:"prices"`
}

// NewPrice is what the practice pays for a size of a material.
type NewPrice struct {
	Key      string `json:"key" minLength:"1" maxLength:"80"`
	Currency string `json:"currency" minLength:"3" maxLength:"3"`
	Minor    *int64 `json:"minor,omitempty" minimum:"0" maximum:"100000000" doc:"Left out, the sample price again"`
}

// prices registers the practice's price book of materials.
func (a *API) prices(r huma.API) {
	type out struct{ Body PriceBook }
	read := func(ctx context.Context, currency string) (*out, error) {
		all, err := a.Bench.Prices(ctx, who(ctx).Practice, currency)
		if err != nil {
			return nil, err
		}
		book := PriceBook{Currency: currency, Prices: []MaterialPrice{}}
		for _, p := range all {
			book.Prices = append(book.Prices, MaterialPrice{p.Key, p.Good.Key, string(p.Good.Form), p.Good.Name.In(quantity.Metric),
				p.Good.Sizes[p.Size].Name(), string(p.Good.Shop), p.Minor, p.Own})
		}
		return &out{book}, nil
	}
	type in struct {
		Currency string `query:"currency" minLength:"3" maxLength:"3" required:"true"`
	}
	handle(a, r, operation(Signed, http.MethodGet, "/practice/prices", "read-prices", "What materials cost the practice in a currency",
		"practice"),
		func(ctx context.Context, in *in) (*out, error) { return read(ctx, in.Currency) })
	type put struct{ Body NewPrice }
	handle(a, r, operation(Signed, http.MethodPut, "/practice/prices", "write-price", "Say what the practice pays for a size of a material",
		"practice"),
		func(ctx context.Context, in *put) (*out, error) {
			if err := a.Bench.SetPrice(ctx, who(ctx).Who, in.Body.Key, in.Body.Currency, in.Body.Minor); err != nil {
				return nil, err
			}
			return read(ctx, in.Body.Currency)
		})
}
