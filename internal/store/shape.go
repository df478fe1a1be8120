package store

import (
	"encoding/json"
	"fmt"
)

// reshape brings a change as it was written at a schema to how changes are told now. A field of a part
// or a list that is renamed, moved or given another meaning needs a step here, under the schema that
// does it: what is remembered of a client, and what left the building, was written before.
// TestWhatWasToldBeforeIsRead holds all that a schema told against it.
var reshape = map[int64]func(change map[string]any){}

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
