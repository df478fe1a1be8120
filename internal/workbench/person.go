package workbench

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"scrappyrack/core/client"
	"scrappyrack/core/coverage"
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
	"scrappyrack/internal/store"
)

func kitsOf(words store.Words) (out []client.Kit) {
	for _, w := range words {
		out = append(out, client.Kit(w))
	}
	return out
}

func operationsOf(all []store.Operation) (out []client.Operation) {
	for _, o := range all {
		out = append(out, client.Operation{
			ID: o.ID, What: o.What, Part: client.Part(o.Part), Replaced: o.Replaced, Forbids: strings.TrimSpace(o.Forbids),
			At: secondOf(o.On),
		})
	}
	return out
}

// secondOf is a day as a Unix time in s, 0 for none.
func secondOf(day string) int64 {
	if at, ok := dayOf(day); ok {
		return at.Unix()
	}
	return 0
}

func releasesOf(all []store.Release) (out []client.Release) {
	for _, r := range all {
		one := client.Release{About: r.About, Role: client.Role(r.Role), Name: strings.TrimSpace(r.By), Verdict: client.Verdict(r.Verdict),
			Limits: limitsOf(r.Limits)}
		if at, ok := dayOf(r.On); ok {
			one.On = at.Unix()
		}
		if at, ok := dayOf(r.Until); ok {
			one.Until = at.Unix() + 86399
		}
		out = append(out, one)
	}
	return out
}

// checkRelease refuses what a release cannot be; what it lacks holds, and is said so.
func checkRelease(r store.Release) error {
	// One of an operation that was taken out again is kept: it releases nothing else.
	known := strings.HasPrefix(r.About, client.AboutOperation("")) ||
		slices.Contains([]string{client.GuardianHold, client.AgeGroup}, r.About) || isQuestion(r.About)
	if !known {
		return quantity.At("about", fmt.Sprintf("%q is no question and no operation", r.About))
	}
	if r.By != "" && len([]rune(strings.TrimSpace(r.By))) < 2 {
		return quantity.At("by", "a name: whose word it is")
	}
	for _, day := range []struct{ field, text string }{{"on", r.On}, {"until", r.Until}} {
		if _, err := time.Parse("2006-01-02", day.text); day.text != "" && err != nil {
			return quantity.At(day.field, fmt.Sprintf("%q is no day: write it as 2026-08-14", day.text))
		}
	}
	if r.On != "" && r.Until != "" && r.Until < r.On {
		return quantity.At("until", "it ends before it begins")
	}
	for i, l := range r.Limits {
		if !slices.Contains(movement.Limits(), movement.Limit(l)) {
			return quantity.At(fmt.Sprintf("limits[%d]", i), fmt.Sprintf("%q is no limit", l))
		}
	}
	return nil
}

// answerOf is an answer as it is kept: its question, yes or no, and the day of it where somebody has said.
func answerOf(text string) (key, answer, day string) {
	key, answer, _ = strings.Cut(text, ":")
	answer, day, _ = strings.Cut(answer, ":")
	return key, answer, day
}

func isQuestion(key string) bool { _, ok := client.QuestionOf(key); return ok }

// dayOf reads a day, a month or a year, as its last day; ok is false for nothing, or what is
// none.
func dayOf(text string) (time.Time, bool) {
	for layout, end := range map[string][3]int{"2006-01-02": {}, "2006-01": {0, 1, -1}, "2006": {1, 0, -1}} {
		if at, err := time.Parse(layout, text); err == nil {
			return at.AddDate(end[0], end[1], end[2]), true
		}
	}
	return time.Time{}, false
}

// checkPerson refuses what of a person cannot be.
func checkPerson(p store.Person) error {
	for i, l := range p.Limits {
		if !slices.Contains(movement.Limits(), movement.Limit(l)) {
			return quantity.At(fmt.Sprintf("limits[%d]", i), fmt.Sprintf("%q is not a limit that is known", l))
		}
	}
	for _, of := range []struct {
		field string
		words store.Words
	}{{"likes", p.Likes}, {"avoids", p.Avoids}} {
		for i, w := range of.words {
			if !slices.Contains(client.Kits(), client.Kit(w)) {
				return quantity.At(fmt.Sprintf("%s[%d]", of.field, i), fmt.Sprintf("%q is nothing that is known to train with", w))
			}
		}
	}
	seen := map[string]bool{}
	for i, w := range p.Answers {
		key, answer, day := answerOf(w)
		if _, ok := dayOf(day); day != "" && !ok {
			return quantity.At(fmt.Sprintf("answers[%d]", i), fmt.Sprintf("%q is no day: write it as heart:no:2026-08-14", day))
		}
		if !isQuestion(key) || seen[key] || answer != string(client.Yes) && answer != string(client.No) {
			return quantity.At(fmt.Sprintf("answers[%d]", i),
				fmt.Sprintf("%q is no answer to a question, or the second to one: heart:no, eyes:yes", w))
		}
		seen[key] = true
	}
	for _, day := range []struct{ field, text string }{{"weeks_on", p.WeeksOn}, {"birth_on", p.BirthOn}} {
		if _, ok := dayOf(day.text); day.text != "" && !ok {
			return quantity.At(day.field, fmt.Sprintf("%q is no day: write it as 2026-08-14", day.text))
		}
	}
	for i, w := range p.Avoids {
		if slices.Contains(p.Likes, w) {
			return quantity.At(fmt.Sprintf("avoids[%d]", i), "this is liked as well: it is one or the other")
		}
	}
	for i, w := range p.Agreed {
		limit, need, _ := strings.Cut(w, "/")
		if !slices.Contains(movement.Limits(), movement.Limit(limit)) || !coverage.Known(need) {
			return quantity.At(fmt.Sprintf("agreed[%d]", i), fmt.Sprintf("%q is no limit of a need", w))
		}
	}
	return checkReach(p)
}

// checkPeople refuses what of people, of their needs and of their operations cannot be.
func checkPeople(f store.File) error {
	for _, p := range f.Persons {
		if err := within(p, unitsOf(f)); err != nil {
			return err
		}
		if err := checkPerson(p); err != nil {
			return err
		}
	}
	whose := func(who string) error {
		if _, ok := f.Person(who); !ok {
			return quantity.At("person", fmt.Sprintf("there is nobody %q in this household", who))
		}
		return nil
	}
	for _, s := range f.Slots {
		if err := whose(s.Person); err != nil {
			return err
		}
	}
	for _, o := range f.Operations {
		if err := whose(o.Person); err != nil {
			return err
		}
	}
	for _, r := range f.Releases {
		if err := whose(r.Person); err != nil {
			return err
		}
	}
	for _, s := range f.Slots {
		switch {
		case !coverage.Known(needOf(s)):
			return quantity.At("id", fmt.Sprintf("there is no need %q", needOf(s)))
		case s.High > 0 && s.High < s.Low:
			return quantity.At("high", "the most of a set is at least the fewest")
		case s.HiKg > 0 && s.LoKg == 0 && !coverage.FromBody(needOf(s)):
			return quantity.At("lo_kg", "say from what load on: the body alone is none of this need's")
		case s.HiKg > 0 && s.HiKg < s.LoKg:
			return quantity.At("hi_kg", "it begins at ", quantity.Amount(quantity.KindMass, s.LoKg), " and ends at least there")
		}
	}
	for _, r := range f.Releases {
		if err := checkRelease(r); err != nil {
			return err
		}
	}
	for _, o := range f.Operations {
		if _, ok := dayOf(o.On); o.On != "" && !ok {
			return quantity.At("on", fmt.Sprintf("%q is no day: write 2026-08-14, 2026-08 or 2026, or leave it empty when it is not known",
				o.On))
		}
	}
	return nil
}

// inhabited refuses a client with nobody.
func inhabited(f store.File) error {
	if len(f.Persons) == 0 {
		return quantity.At("", "a client has at least one person: add another before this one is taken out")
	}
	return nil
}

// needOf is the need that a wish is about: its key, after the person's id where it is not the first's.
func needOf(w store.Wished) string {
	if who, need, ok := strings.Cut(w.ID, "."); ok && who == w.Person {
		return need
	}
	return w.ID
}
