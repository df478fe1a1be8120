package quantity

import (
	"fmt"
	"math"
	"strconv"
	"strings"
)

// Money is an amount in the smallest unit of its currency (pence, cents).
// Amounts of different currencies are never added.
type Money struct {
	Minor    int64
	Currency string // ISO 4217 code
}

// minorDigits of the currencies we offer (ISO 4217); the others have two.
var minorDigits = map[string]int{"JPY": 0, "ISK": 0, "KRW": 0}

var symbols = map[string]string{"GBP": "£", "EUR": "€", "USD": "$", "JPY": "¥"}

// Currencies lists the ISO 4217 codes a client can be given.
func Currencies() []string {
	return []string{"GBP", "EUR", "USD", "CAD", "AUD", "NZD", "CHF", "SEK", "NOK", "DKK", "ISK", "PLN", "CZK", "JPY", "KRW", "INR", "BRL",
		"ZAR"}
}

// MinorPerMajor is how many of the smallest unit make one of the currency.
func MinorPerMajor(currency string) int64 {
	if d, ok := minorDigits[currency]; ok && d == 0 {
		return 1
	}
	return 100
}

// Currency is how amounts of one are written and typed: its sign, empty where amounts have its code before them, how
// many of its smallest coin make one, and all that may stand beside an amount.
type Currency struct {
	Code     string   `json:"code"`
	Sign     string   `json:"sign"`
	PerMajor int64    `json:"per_major"`
	Marks    []string `json:"marks"`
}

// Tongue is what can be typed: every unit by its names, and every currency.
type Tongue struct {
	Units      []Unit     `json:"units"`
	Currencies []Currency `json:"currencies"`
}

// Typed is what can be typed. It is read only.
func Typed() Tongue {
	out := Tongue{}
	for _, u := range units {
		u.Names = append([]string{}, u.Names...)
		out.Units = append(out.Units, u)
	}
	for _, c := range Currencies() {
		sign, marks := currencyMarks(c)
		out.Currencies = append(out.Currencies, Currency{c, sign, MinorPerMajor(c), marks})
	}
	return out
}

// currencyMarks are the sign of a currency, empty where amounts have its code before them, and all that may be typed
// beside an amount of it.
func currencyMarks(currency string) (sign string, typed []string) {
	sign = symbols[currency]
	typed = append(typed, currency)
	if sign != "" {
		typed = append(typed, sign)
	}
	if kronor[currency] {
		typed = append(typed, "kr.", "kr")
	}
	return sign, typed
}

// String writes the amount with its sign, or code, and no decimals when it is
// a whole number of the currency's main unit.
func (m Money) String() string {
	mark, ok := symbols[m.Currency]
	if !ok {
		mark = m.Currency + " "
	}
	sign, minor := "", m.Minor
	if minor < 0 {
		sign, minor = "−", -minor
	}
	per := MinorPerMajor(m.Currency)
	if minor%per == 0 {
		return sign + mark + strconv.FormatInt(minor/per, 10)
	}
	return fmt.Sprintf("%s%s%d.%02d", sign, mark, minor/per, minor%per)
}

// kronor are the currencies that are written kr.
var kronor = map[string]bool{"SEK": true, "NOK": true, "DKK": true, "ISK": true}

// mostMoney bounds what is believed of an amount, in the currency's main unit.
const mostMoney = 1e9

// ParseMoney reads what a person types for an amount of a currency (a code of
// Currencies): £300, 300.50, 1,200 kr, 300 GBP, 12,50 €. A sign or code that is not the
// currency's is refused: amounts are not converted. Errors are *ParseError.
func ParseMoney(text, currency string) (Money, error) {
	fail := func(understood, format string, args ...any) (Money, error) {
		return Money{}, &ParseError{Text: text, Understood: understood, Problem: fmt.Sprintf(format, args...)}
	}
	rest := tidy(text)
	switch {
	case len(text) > MaxTextLength:
		return fail("", "that is too long for one amount")
	case rest == "":
		return fail("", "nothing typed yet; for example %s", Money{30000, currency})
	}
	_, marks := currencyMarks(currency)
	fold := func(s string) string { return strings.ToLower(strings.TrimSpace(s)) }
	for _, m := range marks {
		if cut, ok := strings.CutPrefix(fold(rest), fold(m)); ok {
			rest = strings.TrimSpace(cut)
		} else if cut, ok := strings.CutSuffix(fold(rest), fold(m)); ok {
			rest = strings.TrimSpace(cut)
		}
	}
	if strings.HasPrefix(rest, "-") {
		return fail("", "a negative amount makes no sense here")
	}
	number := grouped(rest)
	token := leading(number, "0123456789.,")
	plain, ok := ungrouped(token)
	switch {
	case token == "":
		return fail("", "%q is not an amount: a number of %s is asked for", text, currency)
	case token != number:
		return fail(token, "%q is not %s: amounts are not converted", strings.TrimSpace(number[len(token):]), currency)
	case !ok:
		return fail("", "%q mixes separators: write it with one decimal point", token)
	}
	value, err := strconv.ParseFloat(plain, 64)
	minor := value * float64(MinorPerMajor(currency))
	switch {
	case err != nil:
		return fail("", "%q is not a number", token)
	case value > mostMoney:
		return fail(token, "that is more than anybody spends on this")
	case math.Abs(minor-math.Round(minor)) > 1e-6:
		return fail(token, "%s has no smaller coin than %s", currency, Money{1, currency})
	}
	return Money{int64(math.Round(minor)), currency}, nil
}
