package bench

import (
	"fmt"
	"regexp"
	"testing"

	"scrappyrack/internal/demo"
	"scrappyrack/internal/store"
)

// heavy is a household with 300 containers, 60 weighings, 30 bands, 4 rooms and 10 builds.
func heavy() store.File {
	f := crowded()
	f.ID = "heavy"
	all := demo.Files()
	for n := 0; len(f.Bands) < 30; n++ {
		for _, one := range all {
			for _, b := range one.Bands {
				if b.ID = fmt.Sprintf("band-%d-%s", n, b.ID); len(f.Bands) < 30 {
					f.Bands = append(f.Bands, b)
				}
			}
		}
	}
	for n := 0; len(f.Rooms) < 4; n++ {
		for _, one := range all {
			for _, r := range one.Rooms {
				if len(f.Rooms) == 4 {
					break
				}
				id := fmt.Sprintf("room-%d", len(f.Rooms))
				for _, x := range one.Openings {
					if x.Room == r.ID {
						x.Room, x.ID = id, id+x.ID
						f.Openings = append(f.Openings, x)
					}
				}
				for _, x := range one.Fixtures {
					if x.Room == r.ID && x.Kind != "gear" {
						x.Room, x.ID = id, id+x.ID
						f.Fixtures = append(f.Fixtures, x)
					}
				}
				for _, x := range one.Overheads {
					if x.Room == r.ID {
						x.Room, x.ID = id, id+x.ID
						f.Overheads = append(f.Overheads, x)
					}
				}
				r.ID, r.Name = id, id
				f.Rooms = append(f.Rooms, r)
			}
		}
	}
	for n := 0; len(f.Builds) < 10; n++ {
		for _, one := range all {
			for _, b := range one.Builds {
				if b.ID, b.Room = fmt.Sprintf("build-%d-%s", n, b.ID), f.Rooms[n%4].ID; len(f.Builds) < 10 {
					f.Builds = append(f.Builds, b)
				}
			}
		}
	}
	f.Complete()
	return f
}

// tagged finds the tag of a station's view in an answer, whole or as what differs.
var tagged = regexp.MustCompile(`"tag":"([a-z0-9]+)"|"path":"/tag","value":"([a-z0-9]+)"`)

// BenchmarkHeavyEdit is an edit of a heavy household, as the browser feels it, with the garbage
// it makes and what is sent: of a volume, a note, a reading of a band, a place of a chair; of one
// person, and of four.
func BenchmarkHeavyEdit(b *testing.B) {
	b.Run("one", func(b *testing.B) { heavyEdits(b, heavy()) })
	b.Run("four", func(b *testing.B) {
		f := heavy()
		for n := 1; n < 4; n++ {
			p := f.Persons[0]
			p.ID, p.Name, p.StatureM = fmt.Sprint("person-", n), fmt.Sprint("Person ", n), p.StatureM-0.05*float64(n)
			f.Persons = append(f.Persons, p)
		}
		heavyEdits(b, f)
	})
}

func heavyEdits(b *testing.B, f store.File) {
	h := open(b)
	f = h.add(f)
	revision := f.Revision
	for name, edit := range map[string]func(n int64) (string, any){
		"volume": func(n int64) (string, any) {
			c := f.Containers[250]
			c.VolumeL = 0.5 + float64(n%200)/100
			return "containers/" + c.ID + "?station=stock", c
		},
		"note": func(n int64) (string, any) {
			p := f.Profile
			p.Note = fmt.Sprint("note ", n)
			return "profile?station=client", p
		},
		"chair": func(n int64) (string, any) {
			x := f.Fixtures[0]
			x.XM += 0.001 * float64(n%20)
			return "fixtures/" + x.ID + "?station=space", x
		},
		"band": func(n int64) (string, any) {
			x := f.Bands[0]
			x.RestM += 0.0001 * float64(n%20)
			return "bands/" + x.ID + "?station=bands", x
		},
		"size": func(n int64) (string, any) {
			x := f.Builds[0]
			x.Name = fmt.Sprint("build ", n)
			return "builds/" + x.ID + "?station=builds", x
		},
	} {
		b.Run(name, func(b *testing.B) {
			b.ReportAllocs()
			tag := "" // of what the browser has
			h.spread(b, func() []byte {
				path, body := edit(revision)
				got := h.ask("PUT", "/api/v1/clients/heavy/"+path+"&have="+tag, body, revision)
				revision++
				if m := tagged.FindSubmatch(got); m != nil {
					tag = string(m[1]) + string(m[2])
				}
				return got
			})
		})
	}
}
