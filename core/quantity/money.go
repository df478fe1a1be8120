package quantity

import (
	"fmt"
	"strconv"
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
	return []string{"GBP", "EUR", "USD", "CAD", "AUD", "NZD", "CHF", "SEK", "NOK", "DKK", "ISK", "PLN", "CZK", "JPY", "KRW", "INR", "BRL", "ZAR"}
}

// MinorPerMajor is how many of the smallest unit make one of the currency.
func MinorPerMajor(currency string) int64 {
	if d, ok := minorDigits[currency]; ok && d == 0 {
		return 1
	}
	return 100
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
