package store

import (
	"encoding/json"
	"fmt"
	"maps"
	"reflect"
	"strings"
)

// reshape brings a change as it was written at a schema to how changes are told now. A field of a part
// or a list that is renamed, moved or given another meaning needs a step here, under the schema that
// does it: what is remembered of a client, and what left the building, was written before.
// TestWhatWasToldBeforeIsRead holds all that a schema told against it.
var reshape = map[int64]func(change map[string]any){21: toPersons}

// toPersons: a body stood in the client's profile, and who else trains there in the space; a test was of a
// list of its own.
func toPersons(change map[string]any) {
	if profile, ok := change["profile"].(map[string]any); ok {
		first := map[string]any{"id": FirstPerson, "weight": 1}
		for _, f := range reflect.VisibleFields(reflect.TypeFor[Trainee]()) {
			if v, ok := profile[jsonName(f)]; ok && !f.Anonymous {
				first[jsonName(f)] = v
				delete(profile, jsonName(f))
			}
		}
		change["persons"] = map[string]any{"items": []any{first}}
	}
	if space, ok := change["space"].(map[string]any); ok {
		maps.DeleteFunc(space, func(field string, _ any) bool { return strings.HasPrefix(field, "other_") })
	}
	for _, list := range []string{"operations", "releases", "slots", "tests"} {
		of, ok := change[list].(map[string]any)
		if !ok {
			continue
		}
		items, _ := of["items"].([]any)
		for _, item := range items {
			one, _ := item.(map[string]any)
			one["person"] = FirstPerson
			if list == "tests" {
				one["test"] = true
				if one["at_least"] == true {
					one["ended"] = "load"
				}
				delete(one, "at_least")
			}
		}
		if list == "tests" {
			delete(of, "places")
			change["sets"] = of
			delete(change, list)
		}
	}
}

// readChanges reads a change that was written at a schema.
func readChanges(text string, schema int64) (c Changes, err error) {
	for at := schema + 1; at <= SchemaVersion() && err == nil; at++ {
		step := reshape[at]
		if step == nil {
			continue
		}
		var raw map[string]any
		if err = json.Unmarshal([]byte(text), &raw); err == nil {
			step(raw)
			var out []byte
			out, err = json.Marshal(raw)
			text = string(out)
		}
	}
	if err == nil {
		err = json.Unmarshal([]byte(text), &c)
	}
	if err != nil {
		return c, fmt.Errorf("read a change of schema %d: %w", schema, err)
	}
	return c, nil
}
