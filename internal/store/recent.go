package store

import (
	"slices"
	"sync"
)

// mostRecent is how many files are kept at hand.
const mostRecent = 128

// recent keeps the files that were last read or written, as they are committed,
// so that an edit does not read a whole file again that it has just written. The
// client's own row is read each time: a file counts only at its revision.
type recent struct {
	mu    sync.Mutex
	files map[[2]string]File
	order [][2]string // oldest first
}

func (r *recent) get(practice string, now row) (File, bool) {
	r.mu.Lock()
	f, ok := r.files[[2]string{practice, now.ID}]
	r.mu.Unlock()
	if !ok || f.Revision != now.Revision || f.UpdatedAt != now.UpdatedAt {
		return File{}, false
	}
	return f.Clone(), true
}

func (r *recent) put(practice string, f File) {
	f = f.Clone()
	r.mu.Lock()
	defer r.mu.Unlock()
	if r.files == nil {
		r.files = map[[2]string]File{}
	}
	key := [2]string{practice, f.ID}
	if before, ok := r.files[key]; ok && before.Revision > f.Revision {
		return
	}
	if _, ok := r.files[key]; !ok {
		r.order = append(r.order, key)
		if len(r.order) > mostRecent {
			delete(r.files, r.order[0])
			r.order = r.order[1:]
		}
	}
	r.files[key] = f
}

func (r *recent) drop(practice, id string) {
	r.mu.Lock()
	defer r.mu.Unlock()
	key := [2]string{practice, id}
	delete(r.files, key)
	r.order = slices.DeleteFunc(r.order, func(k [2]string) bool { return k == key })
}
