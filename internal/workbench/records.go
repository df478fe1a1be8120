package workbench

import (
	"slices"
	"sync"

	"scrappyrack/internal/derive"
)

// mostRecords is of how many clients what follows from their files is kept: those that somebody
// works on.
const mostRecords = 16

// records are what follows from clients' files, the last used last.
type records struct {
	mu  sync.Mutex
	all []ofClient
}

type ofClient struct {
	practice, client string
	*derive.Record
}

// of is the record of a client, a new one for who was not worked on lately.
func (k *records) of(practice, client string) *derive.Record {
	k.mu.Lock()
	defer k.mu.Unlock()
	one := ofClient{practice, client, nil}
	if at := k.find(practice, client); at >= 0 {
		one = k.all[at]
		k.all = slices.Delete(k.all, at, at+1)
	} else {
		one.Record = derive.New()
		k.all = slices.Delete(k.all, 0, max(0, len(k.all)-mostRecords+1))
	}
	k.all = append(k.all, one)
	return one.Record
}

func (k *records) find(practice, client string) int {
	return slices.IndexFunc(k.all, func(o ofClient) bool { return o.practice == practice && o.client == client })
}

// drop forgets a client.
func (k *records) drop(practice, client string) {
	k.mu.Lock()
	defer k.mu.Unlock()
	if at := k.find(practice, client); at >= 0 {
		k.all = slices.Delete(k.all, at, at+1)
	}
}
