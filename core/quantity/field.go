package quantity

import "errors"

// FieldError names the field of something that cannot be, as a path, and says why, in the units
// of who reads it (metric where nobody has said).
type FieldError struct {
	Field  string
	Detail Phrase
	Units  System
}

func (e *FieldError) Error() string { return e.Detail.In(e.Units) }

// At is the error of a field; the parts are those of Say.
func At(field string, parts ...any) *FieldError {
	return &FieldError{Field: field, Detail: Say(parts...)}
}

// In is an error of a field said in a reader's units; any other is itself.
func In(err error, units System) error {
	var bad *FieldError
	if !errors.As(err, &bad) {
		return err
	}
	return &FieldError{bad.Field, bad.Detail, units}
}

// Moved is an error of a field at what a path becomes where it is shown; any other is itself.
func Moved(err error, path func(field string) string) error {
	var bad *FieldError
	if !errors.As(err, &bad) {
		return err
	}
	return &FieldError{path(bad.Field), bad.Detail, bad.Units}
}
