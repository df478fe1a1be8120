package client_test

import (
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/client"
	"scrappyrack/core/movement"
)

const today = 1_800_000_000 // 15 January 2027

func word(about string) client.Release {
	return client.Release{About: about, Role: client.Physician, Name: "R. Quill", On: today - 30*86400, Verdict: client.MayTrain}
}

// What is no release holds, and says what it lacks: blank and one-character names, no day, a day to come,
// nothing said, not yet, limits that nobody named, one that has ended.
func TestAReleaseReleasesOnlyWhole(t *testing.T) {
	assert.Empty(t, word("heart").Open(today))
	for why, spoil := range map[string]func(*client.Release){
		"write down whose word it is":                      func(r *client.Release) { r.Name = "" },
		"write down its day":                               func(r *client.Release) { r.On = 0 },
		"its day is still to come":                         func(r *client.Release) { r.On = today + 3*86400 },
		"write down what was said":                         func(r *client.Release) { r.Verdict = "" },
		"R. Quill said: not yet":                           func(r *client.Release) { r.Verdict = client.NotYet },
		"say within which limits":                          func(r *client.Release) { r.Verdict = client.Within },
		"its time is over: ask again":                      func(r *client.Release) { r.Until = today - 5*86400 },
		"its time is over: ask again, a year later":        func(r *client.Release) { r.On = today - 385*86400 },
		"its time is over: ask again, whatever was said":   func(r *client.Release) { r.On, r.Until = today-385*86400, today+99*86400 },
		"write down whose word it is (one letter is none)": func(r *client.Release) { r.Name = "Q" },
		"write down whose word it is (nobody's in a role)": func(r *client.Release) { r.Role = "" },
	} {
		r := word("heart")
		spoil(&r)
		require.NotEmpty(t, r.Open(today), why)
		assert.Contains(t, why, r.Open(today))
	}
}

// One release never covers another question, the latest word counts, and what it bounds is spared.
func TestTheLatestWordOnAQuestionCounts(t *testing.T) {
	p := grown()
	p.Health.Answers["heart"], p.Health.Answers["cancer"] = client.Yes, client.Yes
	names := func() (out []string) {
		for _, h := range p.Holds() {
			out = append(out, h.About)
		}
		return out
	}
	assert.Equal(t, []string{"heart", "cancer"}, names())
	p.Releases = []client.Release{word("heart")}
	assert.Equal(t, []string{"cancer"}, names())
	later := word("heart")
	later.On, later.Verdict = today-86400, client.NotYet
	p.Releases = append(p.Releases, later)
	assert.Equal(t, []string{"heart", "cancer"}, names(), "not yet, said later, holds")
	p.Releases[0], p.Releases[1] = p.Releases[1], p.Releases[0]
	assert.Equal(t, []string{"heart", "cancer"}, names(), "in whatever order they stand")
	for _, day := range []int64{0, p.Releases[1].On} { // without a day, or of the same: what holds, holds
		p.Releases[0].On = day
		assert.Equal(t, []string{"heart", "cancer"}, names())
		p.Releases[0], p.Releases[1] = p.Releases[1], p.Releases[0]
		assert.Equal(t, []string{"heart", "cancer"}, names())
		p.Releases[0], p.Releases[1] = p.Releases[1], p.Releases[0]
	}
	p.Releases[0].On = today - 86400
	// A yes that came later than the word on it opens its own question again, and no other.
	again := p
	again.Releases = []client.Release{word("heart"), word("cancer")}
	again.Health.On = map[string]int64{"heart": today - 86400}
	assert.Equal(t, map[string]bool{"heart": true}, about(again))
	again.Health.On["heart"] = again.Releases[0].On
	assert.Empty(t, about(again), "of the same day it covers it")
	within := word("cancer")
	within.Verdict, within.Limits = client.Within, []movement.Limit{movement.Knee}
	p.Releases = append(p.Releases, within)
	assert.Equal(t, []string{"heart"}, names())
	assert.Equal(t, []movement.Limit{movement.Knee}, p.Bound())
	assert.Contains(t, p.Acting(), movement.Knee)
	p.Now += 400 * 86400
	assert.Empty(t, p.Bound(), "with its release its limits end; the question holds again")
	assert.Equal(t, []string{"heart", "cancer"}, names())
}

// grown is a man of 40 who answered every question with no.
func grown() client.Person {
	p := client.Person{Now: today, Age: 40, Sex: client.Male, Health: client.Health{Answers: map[string]client.Answer{}}}
	for _, q := range client.Questions() {
		p.Health.Answers[q.Key] = client.No
	}
	return p
}

func drawn(r *rand.Rand) client.Person {
	p := client.Person{Now: today, Age: []int{0, 15, 34, 71}[r.IntN(4)], Health: client.Health{Answers: map[string]client.Answer{}}}
	p.Sex = []client.Sex{"", client.Female, client.Male}[r.IntN(3)]
	for _, q := range client.Questions() {
		p.Health.Answers[q.Key] = []client.Answer{client.NotAsked, client.No, client.Yes}[r.IntN(3)]
	}
	p.Health.Pain = r.IntN(11)
	for i := range r.IntN(3) {
		p.Operations = append(p.Operations, client.Operation{ID: string(rune('a' + i)), Part: client.Parts()[r.IntN(len(client.Parts()))],
			At: today - int64(r.IntN(600))*86400, Replaced: r.IntN(3) == 0})
	}
	if r.IntN(3) == 0 {
		p.Limits = []movement.Limit{movement.Limits()[r.IntN(len(movement.Limits()))]}
	}
	return p
}

func about(p client.Person) map[string]bool {
	out := map[string]bool{}
	for _, h := range p.Holds() {
		out[h.About] = true
	}
	return out
}

// A stricter answer never removes a hold and never gives back a limit, and no release of anything else does, on
// drawn people; a release removes its own hold alone.
func TestNoReleaseReachesFurther(t *testing.T) {
	r := rand.New(rand.NewPCG(23, 1))
	all := client.Questions()
	for range 3000 {
		p := drawn(r)
		before, acting := about(p), p.Acting()
		stricter := p
		stricter.Health.Answers = map[string]client.Answer{}
		for k, v := range p.Health.Answers {
			stricter.Health.Answers[k] = v
		}
		if q := all[r.IntN(len(all))].Key; p.Health.Answers[q] == client.No {
			stricter.Health.Answers[q] = client.Yes
		}
		switch r.IntN(4) {
		case 0:
			stricter.Operations = append(stricter.Operations[:len(stricter.Operations):len(stricter.Operations)],
				client.Operation{ID: "z", Part: client.HipPart, Replaced: true})
		case 1:
			stricter.Health.Legs = client.NoLegs
		case 2:
			stricter.Health.Floor = client.No
		}
		now := about(stricter)
		for h := range before {
			require.True(t, now[h], "%s fell of %v", h, before)
		}
		require.Subset(t, stricter.Acting(), acting)

		other := all[r.IntN(len(all))].Key
		p.Releases = []client.Release{word(other)}
		after := about(p)
		for h := range before {
			require.True(t, after[h] || h == other && p.Health.Answers[other] == client.Yes || h == "birth" && other == "birth",
				"%s fell by a word on %s", h, other)
		}
	}
}

// What holds by itself, and what only spares (general professional knowledge, from memory).
func TestWhatHoldsAndWhatSpares(t *testing.T) {
	keys := func(change func(*client.Person)) (holds []string, acting []movement.Limit) {
		p := grown()
		change(&p)
		for _, h := range p.Holds() {
			holds = append(holds, h.Key)
		}
		return holds, p.Acting()
	}
	yes := func(key string) func(*client.Person) {
		return func(p *client.Person) { p.Health.Answers[key] = client.Yes }
	}
	months := func(n float64) int64 { return today - int64(n*30.4375*86400) }
	for name, c := range map[string]struct {
		change func(*client.Person)
		holds  []string
		spares []movement.Limit
	}{
		"nothing":           {func(*client.Person) {}, nil, nil},
		"eyes":              {yes("eyes"), nil, []movement.Limit{movement.Pressure}},
		"stroke":            {yes("heart"), []string{"heart"}, []movement.Limit{movement.Pressure}},
		"treated pressure":  {yes("pressure"), nil, []movement.Limit{movement.Pressure}},
		"numb feet":         {yes("numb"), nil, []movement.Limit{movement.BalanceOf}},
		"epilepsy":          {yes("epilepsy"), nil, []movement.Limit{movement.NoOverhead, movement.BalanceOf}},
		"blood thinner":     {yes("thinner"), nil, []movement.Limit{movement.NoJumping}},
		"clot":              {yes("clot"), []string{"heart"}, nil},
		"cancer in therapy": {yes("cancer"), []string{"long-standing"}, nil},
		"which joint":       {yes("joints"), []string{"joints"}, nil},
		"a joint named": {func(p *client.Person) { yes("joints")(p); p.Limits = []movement.Limit{movement.Elbow} }, nil,
			[]movement.Limit{movement.Elbow}},
		"T6": {func(p *client.Person) { yes("spine")(p); yes("t6")(p) }, []string{"long-standing"},
			[]movement.Limit{movement.LowBack}},
		"pain of 5":          {func(p *client.Person) { yes("pain")(p); p.Health.Pain = 5 }, nil, nil},
		"pain of 6":          {func(p *client.Person) { yes("pain")(p); p.Health.Pain = 6 }, []string{"now"}, nil},
		"some pain":          {yes("pain"), []string{"now"}, nil},
		"year unset":         {func(p *client.Person) { p.Age = 0 }, []string{"age"}, nil},
		"a minor":            {func(p *client.Person) { p.Age = 16 }, []string{"guardian"}, []movement.Limit{movement.Under18}},
		"a minor, not alone": {func(p *client.Person) { p.Age, p.Health.Alone = 16, client.No }, []string{"guardian"}, nil},
		"a minor, a guardian's word": {func(p *client.Person) {
			p.Age, p.Health.Alone, p.Releases = 16, client.No, []client.Release{word(client.GuardianHold)}
			p.Releases[0].Role = client.Guardian
		}, nil, nil},
		"a minor, a physician's word": {func(p *client.Person) {
			p.Age, p.Health.Alone, p.Releases = 16, client.No, []client.Release{word(client.GuardianHold)}
		}, []string{"guardian"}, nil},
		"a heart, a guardian's word": {func(p *client.Person) {
			yes("heart")(p)
			p.Releases = []client.Release{word("heart")}
			p.Releases[0].Role = client.Guardian
		}, []string{"heart"}, []movement.Limit{movement.Pressure}},
		"hip, 2 months, may train": {func(p *client.Person) {
			p.Operations = []client.Operation{{ID: "h", Part: client.HipPart, Replaced: true, At: months(2)}}
			p.Releases = []client.Release{word(client.AboutOperation("h"))}
		}, nil, []movement.Limit{movement.HipReplaced}},
		"hip, 2 months": {func(p *client.Person) {
			p.Operations = []client.Operation{{Part: client.HipPart, Replaced: true, At: months(2)}}
		}, []string{"operations"}, []movement.Limit{movement.HipReplaced}},
		"hip, 9 months, list unknown": {func(p *client.Person) {
			p.Operations = []client.Operation{{Part: client.HipPart, Replaced: true, At: months(9)}}
		}, nil, []movement.Limit{movement.HipReplaced}},
		"hip, 9 months, list known": {func(p *client.Person) {
			p.Operations = []client.Operation{{Part: client.HipPart, Replaced: true, At: months(9), Forbids: "nothing"}}
		}, nil, []movement.Limit{movement.NoJumping}},
		"replaced shoulder, long ago": {func(p *client.Person) {
			p.Operations = []client.Operation{{Part: client.ShoulderPart, Replaced: true, At: months(40)}}
		}, nil, []movement.Limit{movement.ShoulderOf, movement.NoOverhead}},
		"back, ten years ago": {func(p *client.Person) { p.Operations = []client.Operation{{Part: client.BackPart, At: months(120)}} },
			[]string{"operations"}, nil},
		"24 weeks": {func(p *client.Person) { p.Sex, p.Weeks, p.WeeksOn = client.Female, 24, today }, nil,
			[]movement.Limit{movement.Pregnancy}},
		"12 weeks, a month ago": {func(p *client.Person) { p.Sex, p.Weeks, p.WeeksOn = client.Female, 12, today-30*86400 }, nil,
			[]movement.Limit{movement.Pregnancy}},
		"12 weeks": {func(p *client.Person) { p.Sex, p.Weeks, p.WeeksOn = client.Female, 12, today }, nil,
			[]movement.Limit{movement.NoJumping}},
		"4 weeks after birth": {func(p *client.Person) { p.Sex, p.Birth = client.Female, today-28*86400 }, []string{"pregnancy"},
			[]movement.Limit{movement.Postnatal}},
		"10 weeks after birth": {func(p *client.Person) { p.Sex, p.Birth = client.Female, today-70*86400 }, nil,
			[]movement.Limit{movement.Postnatal}},
		"no legs": {func(p *client.Person) { p.Health.Legs = client.NoLegs }, nil, []movement.Limit{movement.Seated}},
	} {
		holds, acting := keys(c.change)
		assert.Equal(t, c.holds, holds, name)
		assert.Equal(t, c.spares, acting, name)
	}
	unasked := client.Person{Now: today, Age: 40, Sex: client.Female}
	groups := map[string]bool{}
	for _, h := range unasked.Holds() {
		groups[h.Key] = true
	}
	assert.Equal(t, map[string]bool{"heart": true, "now": true, "pregnancy": true}, groups, "what nobody has answered holds")
	assert.Len(t, unasked.Unasked(), 4)
}
