// Package storetest spares tests the making of a database from its first release on: a
// fresh one is made once a process and copied.
package storetest

import (
	"context"
	"os"
	"path/filepath"
	"sync"
	"testing"

	"scrappyrack/internal/store"
)

var (
	mu    sync.Mutex
	fresh = map[store.Kind][]byte{}
)

// In puts a fresh, empty database of a kind into a folder, as store.Open would make it, and
// returns the folder.
func In(t testing.TB, dir string, kind store.Kind) string {
	t.Helper()
	mu.Lock()
	defer mu.Unlock()
	if fresh[kind] == nil {
		at := t.TempDir()
		s, err := store.Open(context.Background(), at, kind)
		if err == nil {
			err = s.Close()
		}
		if err == nil {
			fresh[kind], err = os.ReadFile(filepath.Join(at, store.FileName))
		}
		if err != nil {
			t.Fatal(err)
		}
	}
	if err := os.WriteFile(filepath.Join(dir, store.FileName), fresh[kind], 0o600); err != nil {
		t.Fatal(err)
	}
	return dir
}
