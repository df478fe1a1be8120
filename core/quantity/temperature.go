package quantity

import "strings"

// A degree Fahrenheit in degrees Celsius, and its zero: 0 °F is −32/1.8 °C (NIST SP 811,
// appendix B.8).
const (
	fahrenheit     = 1 / 1.8
	fahrenheitZero = -32 / 1.8
)

// ParseTemperature reads what a person types for the temperature of something, in °C:
// 20, 20 °C, 68F, 20.5 degrees. A bare number takes the scale of unit, °C or °F. Below
// zero of its scale nothing is read: what is asked for is liquid water.
// Errors: *ParseError.
func ParseTemperature(text, unit string) (float64, error) {
	p := parser{dim: DimTemperature, text: text, rest: tidy(text)}
	p.whole = p.rest
	if len(text) > MaxTextLength {
		return 0, &ParseError{Text: text[:MaxTextLength] + "…", Problem: "that is too long for one number"}
	}
	if p.rest == "" {
		return 0, &ParseError{Text: text, Problem: "nothing typed yet; for example 20 °C or 68 °F"}
	}
	v, _, err := p.number()
	if err != nil {
		return 0, err
	}
	scale := strings.ToLower(strings.TrimSpace(p.rest))
	for _, mark := range []string{"°", "º", "degrees", "degree", "deg"} {
		scale = strings.TrimSpace(strings.TrimPrefix(scale, mark))
	}
	if scale == "" {
		scale = strings.ToLower(strings.TrimPrefix(unit, "°"))
	}
	switch scale {
	case "c", "celsius":
		return v, nil
	case "f", "fahrenheit":
		return v*fahrenheit + fahrenheitZero, nil
	}
	return 0, p.fail("%q is not a scale of temperature: use °C, °F", leadingWord(p.rest))
}
