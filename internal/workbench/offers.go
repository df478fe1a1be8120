package workbench

import (
	"cmp"
	"context"
	"math"
	"slices"
	"time"

	"scrappyrack/core/builds"
	"scrappyrack/core/client"
	"scrappyrack/core/gear"
	"scrappyrack/core/plan"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
	"scrappyrack/internal/store"
)

// pricesOf are what materials cost a client's practice.
func pricesOf(f store.File) builds.Prices {
	p := builds.Prices{Currency: f.Profile.Currency, Own: map[string]int64{}}
	if f.House != nil {
		for _, one := range f.House.Prices {
			if one.Currency == p.Currency {
				p.Own[one.Good] = one.Minor
			}
		}
	}
	return p
}

func ownedPieces(f store.File) (out []builds.Piece) {
	for _, o := range f.Offcuts {
		out = append(out, builds.Piece{Good: o.Good, Length: quantity.Length(o.LengthM), Width: quantity.Length(o.WidthM),
			Count: o.Count})
	}
	return out
}

// Offered is a design as it could be made for a client, what it costs by itself, and what could be
// bought in its place.
type Offered struct {
	builds.Offered
	Cost    int64
	Problem error
	Buy     *gear.Item
	BuyCost int64
	// BuyDoes is how many of the things that the build lets one do what is bought does, of BuyAll.
	BuyDoes, BuyAll int
}

// offersOf are all designs for a client: hardware is taken to be bought as it has to be marked.
func offersOf(ctx context.Context, f store.File, c client.Client, bands []BandOf, at around) []Offered {
	s, prices := situation(f, c, bands, at), pricesOf(f)
	place := s
	place.Room = nil
	return at.offer.of([]any{place, prices, c.Rooms, f.Offcuts, f.Builds}, func() []Offered {
		return offered(context.WithoutCancel(ctx), f, c, s, prices) // what is remembered is whole
	})
}

func offered(ctx context.Context, f store.File, c client.Client, s builds.Situation, prices builds.Prices) (out []Offered) {
	s.Taken = takenBut(f, c.Rooms, -1)
	for _, d := range builds.Designs() {
		one := Offered{Offered: d.Offer(c.Rooms, s, builds.Values{})}
		// What is offered after it stands beside it, so that any of them go together.
		if t, ok := d.Takes(d.Name, one.Worked.Values, one.At); ok && one.Worked.Built.OK() {
			s.Taken = append(s.Taken, t)
		}
		bill, err := builds.BillOf(ctx, []builds.Built{one.Worked.Built}, prices, ownedPieces(f))
		one.Cost, one.Problem = bill.Cost, err
		if it, does, all, ok := one.Worked.Buys(); ok {
			if price, err := it.SamplePrice(f.Profile.Currency); err == nil {
				one.Buy, one.BuyCost, one.BuyDoes, one.BuyAll = &it, price.Minor, does, all
			}
		}
		out = append(out, one)
	}
	return out
}

// mayBuild is a client with what may be built for it, every check passing: what is not made yet.
func mayBuild(ctx context.Context, f store.File, c client.Client, bands []BandOf, at around) (client.Client,
	map[string]store.Build) {
	c.Offers = nil
	builds := map[string]store.Build{}
	for _, o := range offersOf(ctx, f, c, bands, at) {
		d := o.Worked.Design
		here := slices.ContainsFunc(f.Builds, func(b store.Build) bool { return b.Design == d.Key && b.State == "made" })
		if here || o.Problem != nil || !o.Worked.Built.OK() {
			continue
		}
		b := o.Worked.Built
		one := client.Offer{
			Key: d.Key, Name: d.Name, Cost: o.Cost, Minutes: int(math.Round(b.FirstTime() * 60)), Floor: b.Floor,
			Supplies: o.Worked.Gives, Rungs: o.Worked.Rungs(d.Key),
			Note: "its checks are at Builds; it counts once its proof test has passed",
		}
		if len(d.MarkedWell(o.At).Num) > 0 {
			one.Note = "hardware that is marked as its checks ask; " + one.Note
		}
		if len(one.Supplies)+len(one.Rungs) > 0 {
			c.Offers = append(c.Offers, one)
			builds[plan.BuildKey+d.Key] = o.Build(c.Rooms)
		}
	}
	return c, builds
}

// Build is an offer as it is put among a client's builds, planned.
func (o Offered) Build(rooms []space.Room) store.Build {
	d := o.Worked.Design
	b := store.Build{ID: d.Key, Design: d.Key, Name: d.Name, State: "planned", Wall: o.At.Wall, AtM: float64(o.At.At),
		Sizes: []store.BuildSize{}, Tests: []store.BuildProof{}}
	if o.Room >= 0 {
		b.Room = rooms[o.Room].ID
	}
	for key, n := range o.Say.Num {
		b.Sizes = append(b.Sizes, store.BuildSize{ID: key, Num: n})
	}
	for key, w := range o.Say.Word {
		b.Sizes = append(b.Sizes, store.BuildSize{ID: key, Word: w})
	}
	slices.SortFunc(b.Sizes, func(a, b store.BuildSize) int { return cmp.Compare(a.ID, b.ID) })
	return b
}

// builder is clientOf with what may be built, and the builds by the keys of their candidates.
func builder(ctx context.Context, f store.File, at around) (client.Client, map[string]store.Build) {
	s := stockOf(f, at)
	return mayBuild(ctx, f, clientOf(f, s, at), s.bands, at)
}

// billTime bounds the proof of a bill.
const billTime = 3 * time.Second

// Bill is what a client's planned builds take together, in a file as it stands.
type Bill struct {
	File   store.File
	Builds []BuildOf // those that are on it
	Bill   builds.Bill
	Alone  []int64 // what each costs by itself
}

// Bill works out what the builds that are planned, or that keys name, take together.
func (b *Bench) Bill(ctx context.Context, practice, id string) (out Bill, err error) {
	if out.File, err = b.store.Load(ctx, practice, id); err != nil {
		return out, err
	}
	leave, err := b.long.Enter(ctx, practice)
	if err != nil {
		return out, err
	}
	defer leave()
	return billOf(ctx, out.File, b.at)
}

func billOf(ctx context.Context, f store.File, at around) (out Bill, err error) {
	out.File = f
	s := stockOf(f, at)
	c, _ := housed(f, s, at)
	all, _ := buildsOf(f, c, s.bands, at)
	var builts []builds.Built
	prices, owned := pricesOf(f), ownedPieces(f)
	search, cancel := context.WithTimeout(ctx, billTime)
	defer cancel()
	for _, one := range all {
		if one.Build.State != "planned" || one.Problem != nil || !one.Worked.Built.OK() {
			continue // what does not hold is not bought for
		}
		alone, err := builds.BillOf(search, []builds.Built{one.Worked.Built}, prices, owned)
		if err != nil {
			return out, err
		}
		out.Builds, out.Alone, builts = append(out.Builds, one), append(out.Alone, alone.Cost), append(builts, one.Worked.Built)
	}
	out.Bill, err = builds.BillOf(search, builts, prices, owned)
	return out, err
}

// Offers are all designs as they could be made for a client, with its rooms.
func (b *Bench) Offers(ctx context.Context, practice, id string) (f store.File, out []Offered, rooms []space.Room, err error) {
	if f, err = b.store.Load(ctx, practice, id); err != nil {
		return f, nil, nil, err
	}
	leave, err := b.long.Enter(ctx, practice)
	if err != nil {
		return f, nil, nil, err
	}
	defer leave()
	s := stockOf(f, b.at)
	c, _ := housed(f, s, b.at)
	return f, offersOf(ctx, f, c, s.bands, b.at), c.Rooms, nil
}

// BillOf is the bill of a file.
func BillOf(ctx context.Context, f store.File) (Bill, error) { return billOf(ctx, f, around{}) }
