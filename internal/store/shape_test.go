package store

import (
	"encoding/json"
	"flag"
	"fmt"
	"maps"
	"os"
	"path/filepath"
	"reflect"
	"slices"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

var tellNow = flag.Bool("tell", false, "write how changes are told at this schema to testdata/told")

// fullOf gives every field of a value something.
func fullOf(v reflect.Value, n *int) {
	*n++
	switch v.Kind() {
	case reflect.Struct:
		for i := range v.NumField() {
			fullOf(v.Field(i), n)
		}
	case reflect.Slice:
		v.Set(reflect.MakeSlice(v.Type(), 1, 1))
		fullOf(v.Index(0), n)
	case reflect.String:
		v.SetString(fmt.Sprint("w", *n))
	case reflect.Bool:
		v.SetBool(true)
	case reflect.Int, reflect.Int64:
		v.SetInt(int64(*n))
	case reflect.Float64:
		v.SetFloat(float64(*n) / 4)
	}
}

// holds says where what was told is not in what is read of it.
func holds(t *testing.T, at string, told, read any) {
	switch was := told.(type) {
	case map[string]any:
		is, _ := read.(map[string]any)
		for key, v := range was {
			if assert.Contains(t, is, key, "%s is lost: it needs a step in shape.go", at) {
				holds(t, at+"/"+key, v, is[key])
			}
		}
	case []any:
		is, _ := read.([]any)
		if assert.Len(t, is, len(was), at) {
			for i := range was {
				holds(t, at+"/"+strconv.Itoa(i), was[i], is[i])
			}
		}
	default:
		assert.Equal(t, told, read, at)
	}
}

// What any schema told of every field of every part and list is read, and nothing of it is lost. There
// is one such telling for each schema at which the shapes were others than before.
func TestWhatWasToldBeforeIsRead(t *testing.T) {
	full, n := File{}, 0
	for i, f := range reflect.VisibleFields(reflect.TypeFor[File]()) {
		if f.Name != "Handbook" {
			fullOf(reflect.ValueOf(&full).Elem().Field(i), &n)
		}
	}
	now, err := json.MarshalIndent(changesOf(&File{}, &full, nil), "", " ")
	require.NoError(t, err)
	if *tellNow {
		require.NoError(t, os.WriteFile(fmt.Sprintf("testdata/told/%03d.json", SchemaVersion()), append(now, '\n'), 0o600))
	}
	files, err := filepath.Glob("testdata/told/*.json")
	require.NoError(t, err)
	require.NotEmpty(t, files)
	for _, file := range files {
		text, err := os.ReadFile(file)
		require.NoError(t, err)
		schema, err := strconv.ParseInt(strings.TrimSuffix(filepath.Base(file), ".json"), 10, 64)
		require.NoError(t, err)
		c, err := readChanges(string(text), schema)
		require.NoError(t, err)
		again, err := json.Marshal(c)
		require.NoError(t, err)
		var told, read any
		require.NoError(t, json.Unmarshal(text, &told))
		require.NoError(t, json.Unmarshal(again, &read))
		if file == files[len(files)-1] {
			assert.JSONEq(t, string(text), string(now),
				"the shapes are others than when they were last told: raise the schema, and go test -tell")
		}
		if steps := slices.Collect(maps.Keys(reshape)); len(steps) == 0 || schema >= slices.Max(steps) {
			holds(t, file, told, read)
		}
	}
}

// A step brings what was written before it to what is told since; what was written after it is left.
func TestAChangeOfBeforeIsReshaped(t *testing.T) {
	at := SchemaVersion()
	own, had := reshape[at]
	reshape[at] = func(change map[string]any) {
		for _, thing := range change["things"].(map[string]any)["items"].([]any) {
			one := thing.(map[string]any)
			one["name"] = one["title"]
			delete(one, "title")
		}
	}
	defer func() {
		if delete(reshape, at); had {
			reshape[at] = own
		}
	}()
	old, err := readChanges(`{"revision":3,"updated_at":1,"things":{"items":[{"id":"a","title":"tin","count":2}]}}`, at-1)
	require.NoError(t, err)
	assert.Equal(t, &Thing{ID: "a", Name: "tin", Count: 2}, old.Lists["things"].Items[0])
	new, err := readChanges(`{"revision":3,"updated_at":1,"things":{"items":[{"id":"a","name":"tin"}]}}`, at)
	require.NoError(t, err)
	assert.Equal(t, &Thing{ID: "a", Name: "tin"}, new.Lists["things"].Items[0])
}
