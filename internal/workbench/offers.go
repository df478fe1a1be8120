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
	"scrappyrack/internal/derive"
	"scrappyrack/internal/store"
)

// pricesOf are what materials cost a client's practice.
func pricesOf(f store.File) builds.Prices {
	p := builds.Prices{Currency: f.Profile.Currency, Own: map[string]int64{}}
	if f.Handbook != nil {
		for _, one := range f.Handbook.Prices {
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

// building is what may be built for a client is worked out from.
type building struct {
	file   store.File
	client client.Client
	at     builds.Situation // no place yet
	all    []BuildOf
}

func (b *Bench) building(practice string, f store.File) (out building) {
	b.follow(practice, &f, func(r *derive.Record) { out = buildingIn(r, f) })
	return out
}

// forAll is building for all whom something is planned for, whoever the client is looked at as.
func (b *Bench) forAll(practice string, f store.File) (out building) {
	b.follow(practice, &f, func(r *derive.Record) { out = forAllIn(r, f) })
	return out
}

func forAllOf(f store.File) (out building) {
	r := derive.New()
	r.With(derive.Input{File: &f}, func() { out = forAllIn(r, f) })
	return out
}

func forAllIn(r *derive.Record, f store.File) building {
	out := buildingIn(r, f)
	out.client = theHousehold.Of(r, the)
	return out
}

func buildingIn(r *derive.Record, f store.File) building {
	its := household.Of(r, the)
	out := building{f, theClient.Of(r, seen(r)), theSituation.Of(r, the), allBuilds.Of(r, the)}
	out.at.Loads = func() builds.Loads { return its }
	return out
}

// offers are all designs for a client: hardware is taken to be bought as it has to be marked.
func (b building) offers(ctx context.Context) (out []Offered, err error) {
	s, prices := b.at, pricesOf(b.file)
	s.Taken = takenBut(b.file.Builds, b.client.Rooms, "")
	for _, d := range builds.Designs() {
		if ctx.Err() != nil {
			return nil, ctx.Err()
		}
		one := Offered{Offered: d.Offer(b.client.Rooms, s, builds.Values{})}
		// What is offered after it stands beside it, so that any of them go together.
		if t, ok := d.Takes(d.Name, one.Worked.Values, one.At); ok && one.Worked.Built.OK() {
			s.Taken = append(s.Taken, t)
		}
		bill, err := builds.BillOf(ctx, []builds.Built{one.Worked.Built}, prices, ownedPieces(b.file))
		one.Cost, one.Problem = bill.Cost, err
		if it, does, all, ok := one.Worked.Buys(); ok {
			if price, err := it.SamplePrice(b.file.Profile.Currency); err == nil {
				one.Buy, one.BuyCost, one.BuyDoes, one.BuyAll = &it, price.Minor, does, all
			}
		}
		out = append(out, one)
	}
	return out, nil
}

// mayBuild is a client with what may be built for it.
func (b *Bench) mayBuild(ctx context.Context, practice string, f store.File) (client.Client, map[string]store.Build, error) {
	from := b.building(practice, f)
	all, err := b.offersOf(ctx, practice, from)
	if err != nil {
		return client.Client{}, nil, err
	}
	c, planned := from.may(all)
	return c, planned, nil
}

// offersOf are the offers of a client, worked out once at a revision.
func (b *Bench) offersOf(ctx context.Context, practice string, from building) ([]Offered, error) {
	return b.offers.Get(ctx, practice, b.key(practice, from.file), func(ctx context.Context, _ func([]Offered)) ([]Offered,
		error) {
		return from.offers(ctx)
	})
}

// may is the client with those offers of which every check passes, and that are not made yet; and
// those builds by the keys of their candidates.
func (b building) may(all []Offered) (client.Client, map[string]store.Build) {
	c := b.client
	c.Buildables = nil
	planned := map[string]store.Build{}
	for _, o := range all {
		d := o.Worked.Design
		here := slices.ContainsFunc(b.file.Builds, func(b store.Build) bool { return b.Design == d.Key && b.State == "made" })
		if here || o.Problem != nil || !o.Worked.Built.OK() {
			continue
		}
		built := o.Worked.Built
		one := client.Buildable{
			Key: d.Key, Name: d.Name, Cost: o.Cost, Minutes: int(math.Round(built.FirstTime() * 60)), Floor: built.Floor,
			Supplies: o.Worked.Gives, Rungs: o.Worked.Rungs(d.Key),
			Note: "its checks are at Builds; it counts once its proof test has passed",
		}
		if len(d.MarkedWell(o.At).Num) > 0 {
			one.Note = "hardware that is marked as its checks ask; " + one.Note
		}
		if len(one.Supplies)+len(one.Rungs) > 0 {
			c.Buildables = append(c.Buildables, one)
			planned[plan.BuildKey+d.Key] = o.Build(c.Rooms)
		}
	}
	return c, planned
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
	if out.File, err = b.Load(ctx, practice, id); err != nil {
		return out, err
	}
	leave, err := b.long.Enter(ctx, practice)
	if err != nil {
		return out, err
	}
	defer leave()
	return billOf(ctx, b.building(practice, out.File))
}

func billOf(ctx context.Context, b building) (out Bill, err error) {
	out.File = b.file
	var builts []builds.Built
	prices, owned := pricesOf(b.file), ownedPieces(b.file)
	search, cancel := context.WithTimeout(ctx, billTime)
	defer cancel()
	for _, one := range b.all {
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
	if f, err = b.Load(ctx, practice, id); err != nil {
		return f, nil, nil, err
	}
	leave, err := b.long.Enter(ctx, practice)
	if err != nil {
		return f, nil, nil, err
	}
	defer leave()
	from := b.building(practice, f)
	out, err = b.offersOf(ctx, practice, from)
	return f, out, from.client.Rooms, err
}

// BillOf is the bill of a file.
func BillOf(ctx context.Context, f store.File) (Bill, error) { return billOf(ctx, forAllOf(f)) }
