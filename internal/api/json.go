package api

import (
	"bytes"
	"encoding/json"
	"errors"
	"io"
	"strconv"

	"github.com/danielgtaylor/huma/v2"
)

// strictJSON reads JSON so that a number which is none (NaN, Infinity, 1e999)
// is refused at its own field, as a value of the wrong type, and not as a body
// that cannot be read. What cannot be written as JSON is a panic, before any of it is sent.
var strictJSON = huma.Format{
	Marshal: func(w io.Writer, v any) error {
		err := huma.DefaultJSONFormat.Marshal(w, v)
		var unsaid *json.UnsupportedValueError
		if errors.As(err, &unsaid) {
			panic(err)
		}
		return err
	},
	Unmarshal: func(data []byte, v any) error {
		d := json.NewDecoder(bytes.NewReader(quoteNonNumbers(data)))
		if err := d.Decode(v); err != nil {
			return err
		}
		if _, err := d.Token(); err != io.EOF {
			return &json.SyntaxError{Offset: d.InputOffset()}
		}
		return nil
	},
}

// quoteNonNumbers puts quotes round bare words and numbers that are no finite
// number; strings, true, false and null stay.
func quoteNonNumbers(data []byte) []byte {
	var out []byte
	for i := 0; i < len(data); {
		c := data[i]
		switch {
		case c == '"':
			end := endOfString(data, i)
			out = append(out, data[i:end]...)
			i = end
		case c == '+' || c == '-' || c == '.' || c >= '0' && c <= '9' || c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z':
			end := i
			for end < len(data) && !bytes.ContainsRune([]byte(" \t\r\n,:[]{}\""), rune(data[end])) {
				end++
			}
			out = append(out, quoted(data[i:end])...)
			i = end
		default:
			out = append(out, c)
			i++
		}
	}
	return out
}

func endOfString(data []byte, i int) int {
	for i++; i < len(data); i++ {
		switch data[i] {
		case '\\':
			i++
		case '"':
			return i + 1
		}
	}
	return len(data)
}

func quoted(token []byte) []byte {
	switch string(token) {
	case "true", "false", "null":
		return token
	}
	if f, err := strconv.ParseFloat(string(token), 64); err == nil && f-f == 0 && json.Valid(token) {
		return token
	}
	return strconv.AppendQuote(nil, string(token))
}
