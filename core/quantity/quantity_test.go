package quantity_test

import (
	"encoding/json"
	"errors"
	"math"
	"math/rand/v2"
	"os"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"scrappyrack/core/quantity"
)

// Exact factors: NIST SP 811 (2008) Appendix B.8 and B.9; NIST Handbook 44
// Appendix C for the gallons.
func TestExactFactorsAgainstNIST(t *testing.T) {
	for _, c := range []struct {
		dim    quantity.Dim
		symbol string
		want   float64
	}{
		{quantity.DimMass, "lb", 4.5359237e-1},
		{quantity.DimMass, "oz", 2.8349523125e-2},
		{quantity.DimMass, "st", 6.35029318},
		{quantity.DimLength, "in", 2.54e-2},
		{quantity.DimLength, "ft", 3.048e-1},
		{quantity.DimLength, "yd", 9.144e-1},
		{quantity.DimForce, "lbf", 4.4482216152605},
		{quantity.DimForce, "kgf", 9.80665},
		{quantity.DimVolume, "gal", 3.785411784},
		{quantity.DimVolume, "imp gal", 4.54609},
		{quantity.DimVolume, "qt", 0.946352946},
		{quantity.DimVolume, "fl oz", 0.0295735295625},
		{quantity.DimVolume, "cu ft", 28.316846592},
		{quantity.DimDensity, "lb/gal", 0.11982642731689663},
		{quantity.DimDensity, "lb/ft3", 0.016018463373960138},
	} {
		u, ok := quantity.UnitOf(c.dim, c.symbol)
		require.True(t, ok, c.symbol)
		assert.InEpsilon(t, c.want, u.Factor, 1e-14, c.symbol)
	}
	// A US gallon is 231 cubic inches, a pound-force is a pound under g₀.
	assert.InEpsilon(t, 231*math.Pow(quantity.InchM*10, 3), quantity.USGallonL, 1e-14)
	assert.InEpsilon(t, quantity.PoundKg*quantity.StandardGravity, quantity.PoundForceN, 1e-14)
}

func TestParseWhatPeopleType(t *testing.T) {
	for _, c := range []struct {
		dim      quantity.Dim
		text     string
		fallback string
		want     float64
	}{
		{quantity.DimLength, `5'11"`, "m", 71 * 0.0254},
		{quantity.DimLength, `5’11”`, "m", 71 * 0.0254},
		{quantity.DimLength, `5 ft 11 1/2`, "m", 71.5 * 0.0254},
		{quantity.DimLength, `5 ft 11½ in`, "m", 71.5 * 0.0254},
		{quantity.DimLength, `1 1/2 in`, "m", 1.5 * 0.0254},
		{quantity.DimLength, `3/8"`, "m", 0.375 * 0.0254},
		{quantity.DimLength, `2.4 m`, "cm", 2.4},
		{quantity.DimLength, `2,4 m`, "cm", 2.4},
		{quantity.DimLength, `240`, "cm", 2.4},
		{quantity.DimLength, `14cm`, "m", 0.14},
		{quantity.DimLength, `6'`, "m", 6 * 0.3048},
		{quantity.DimLength, `0,125`, "m", 0.125},
		{quantity.DimMass, `12 lb 8 oz`, "kg", 12.5 * 0.45359237},
		{quantity.DimMass, `12lb 8`, "kg", 12.5 * 0.45359237},
		{quantity.DimMass, `11 st 4`, "kg", 158 * 0.45359237},
		{quantity.DimMass, `12.5 lbs.`, "kg", 12.5 * 0.45359237},
		{quantity.DimMass, `850 g`, "kg", 0.85},
		{quantity.DimMass, `75`, "kg", 75},
		{quantity.DimMass, `75`, "lb", 75 * 0.45359237},
		{quantity.DimVolume, `1 gal`, "L", 3.785411784},
		{quantity.DimVolume, `1 imp gal`, "L", 4.54609},
		{quantity.DimVolume, `500 ml`, "L", 0.5},
		{quantity.DimVolume, `16 oz`, "L", 16 * 0.0295735295625},
		{quantity.DimForce, `28 lbf`, "N", 28 * 4.4482216152605},
		{quantity.DimForce, `120 N`, "lbf", 120},
		{quantity.DimForce, `12 kg`, "N", 12 * 9.80665},
		{quantity.DimTime, `1 h 15`, "min", 4500},
		{quantity.DimTime, `35`, "min", 2100},
		{quantity.DimDensity, `1.5 kg/l`, "kg/L", 1.5},
		{quantity.DimCount, `12`, "", 12},
		{quantity.DimLength, `1m80`, "cm", 1.80},
		{quantity.DimLength, `1 m 5 cm`, "cm", 1.05},
		{quantity.DimLength, `180cms`, "m", 1.80},
		{quantity.DimLength, `2 400 mm`, "m", 2.4},
		{quantity.DimLength, `2,400 mm`, "m", 2.4},
		{quantity.DimLength, `1-1/2"`, "m", 1.5 * 0.0254},
		{quantity.DimLength, `5'-11"`, "m", 71 * 0.0254},
		{quantity.DimMass, `1,000`, "kg", 1000},
		{quantity.DimMass, `1,200 g`, "kg", 1.2},
		{quantity.DimMass, `1,234.5 g`, "kg", 1.2345},
		{quantity.DimMass, `12 500 g`, "kg", 12.5},
		{quantity.DimMass, `12,5 kg`, "lb", 12.5},
		{quantity.DimMass, `28 pounds`, "kg", 28 * 0.45359237},
		{quantity.DimForce, `28 pounds`, "N", 28 * 4.4482216152605},
		{quantity.DimVolume, `500 cc`, "L", 0.5},
		{quantity.DimVolume, `16 fl oz`, "L", 16 * 0.0295735295625},
		{quantity.DimVolume, `1 UK gallon`, "L", 4.54609},
		{quantity.DimTime, `1:30`, "min", 90},
		{quantity.DimTime, `1:30`, "h", 5400},
		{quantity.DimTime, `1:02:30`, "min", 3750},
	} {
		got, err := quantity.Parse(c.dim, c.text, c.fallback)
		require.NoError(t, err, c.text)
		assert.InDelta(t, c.want, got, 1e-12, c.text)
	}
}

func TestParseRefusesAndSaysWhatItRead(t *testing.T) {
	for _, c := range []struct {
		dim                quantity.Dim
		text               string
		understood, detail string
	}{
		{quantity.DimLength, "", "", "nothing typed"},
		{quantity.DimLength, "tall", "", "not a number"},
		{quantity.DimLength, "5 ft eleven", "5 ft", "not a number"},
		{quantity.DimLength, "14 kg", "14", "not a unit of length"},
		{quantity.DimLength, "5 in 3 ft", "5 in 3 ft", "cannot follow"},
		{quantity.DimLength, "5.5 ft 3 in", "5.5 ft", "fraction"},
		{quantity.DimLength, "-3 m", "", "negative"},
		{quantity.DimLength, "1/0 in", "", "not a fraction"},
		{quantity.DimLength, `5'13"`, `5'13"`, "did you mean 6 ft 1 in?"},
		{quantity.DimMass, "3 lb 20 oz", "3 lb 20 oz", "did you mean 4 lb 4 oz?"},
		{quantity.DimLength, "1m8", "1m8", "1.8 m or 1.08 m"},
		{quantity.DimMass, "1,23,456", "", "mixes separators"},
		{quantity.DimMass, "1.200,5 g", "", "mixes separators"},
		{quantity.DimMass, "12 kg 3", "12 kg 3", "needs a unit"},
		{quantity.DimMass, "NaN", "", "not a number"},
		{quantity.DimMass, "1e400", "1", "not a unit"},
		{quantity.DimMass, strings.Repeat("9", 400), "", "too long"},
	} {
		_, err := quantity.Parse(c.dim, c.text, map[quantity.Dim]string{quantity.DimLength: "m", quantity.DimMass: "kg"}[c.dim])
		var pe *quantity.ParseError
		require.ErrorAs(t, err, &pe, c.text)
		assert.Equal(t, c.understood, pe.Understood, c.text)
		assert.Contains(t, err.Error(), c.detail, c.text)
	}
}

func TestFormatShowsWhatCanBeMeasured(t *testing.T) {
	for _, c := range []struct {
		system quantity.System
		kind   quantity.Kind
		value  float64
		want   string
	}{
		{quantity.Metric, quantity.KindMass, 9.46, "9.5 kg"},
		{quantity.US, quantity.KindMass, 9.46, "20.75 lb"},
		{quantity.US, quantity.KindMass, 20 * quantity.PoundKg, "20 lb"},
		{quantity.Metric, quantity.KindLength, 2.0804, "2.080 m"},
		{quantity.US, quantity.KindLength, 71 * quantity.InchM, "5' 11\""},
		{quantity.US, quantity.KindLength, 71.5 * quantity.InchM, "5' 11½\""},
		{quantity.US, quantity.KindLength, 6 * quantity.FootM, "6'"},
		{quantity.US, quantity.KindLength, 71.99 * quantity.InchM, "6'"},
		{quantity.Metric, quantity.KindLevel, 0.1423, "14.2 cm"},
		{quantity.US, quantity.KindLevel, 0.1423, "5⅝ in"},
		{quantity.Metric, quantity.KindThin, 0.0045, "4.5 mm"},
		{quantity.US, quantity.KindThin, 0.0045, "0.177 in"},
		{quantity.Metric, quantity.KindForce, 119.6, "120 N"},
		{quantity.US, quantity.KindForce, 119.6, "27.0 lbf"},
		{quantity.Metric, quantity.KindRatio, 0.314, "31 %"},
		{quantity.Metric, quantity.KindMass, -1.25, "−1.3 kg"},
		{quantity.Metric, quantity.KindMass, -0.01, "0.0 kg"},
	} {
		assert.Equal(t, c.want, quantity.Format(c.system, c.kind, c.value))
	}
}

// What is written can be read again, to within half a shown step.
func TestFormatThenParseReturns(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		system := rapid.SampledFrom([]quantity.System{quantity.Metric, quantity.US}).Draw(t, "system")
		kind := rapid.SampledFrom([]quantity.Kind{quantity.KindMass, quantity.KindLength, quantity.KindLevel, quantity.KindForce,
			quantity.KindVolume}).Draw(t, "kind")
		value := rapid.Float64Range(0, 500).Draw(t, "value")
		d := quantity.DisplayOf(system, kind)
		got, err := quantity.Parse(kind.Dim(), quantity.Format(system, kind, value), d.Symbol)
		if err != nil {
			t.Fatalf("%v", err)
		}
		if math.Abs(got-value) > d.Step*d.Factor*0.5000001 {
			t.Fatalf("%v shown and read again as %v", value, got)
		}
	})
}

func TestMoneyAsPeopleTypeIt(t *testing.T) {
	for _, c := range []struct {
		text, currency string
		minor          int64
	}{
		{"£300", "GBP", 30000}, {"300.50", "GBP", 30050}, {"1,200 kr", "SEK", 120000}, {"kr 1 200", "NOK", 120000},
		{"12,50 €", "EUR", 1250},
		{"300 gbp", "GBP", 30000}, {"USD 1,234.56", "USD", 123456}, {"¥4000", "JPY", 4000}, {"0", "GBP", 0}, {"300", "CHF", 30000},
	} {
		got, err := quantity.ParseMoney(c.text, c.currency)
		require.NoError(t, err, c.text)
		assert.Equal(t, quantity.Money{Minor: c.minor, Currency: c.currency}, got, c.text)
	}
	for text, why := range map[string]string{
		"": "for example £300", "$300": "not an amount", "300 €": "not GBP", "-5": "negative", "3.005": "smaller coin",
		"1.200,50": "mixes separators", "lots": "not an amount", "1e12": "not GBP", "9999999999": "anybody",
	} {
		_, err := quantity.ParseMoney(text, "GBP")
		var bad *quantity.ParseError
		require.ErrorAs(t, err, &bad, text)
		assert.Contains(t, err.Error(), why, text)
	}
}

func TestMoney(t *testing.T) {
	assert.Equal(t, "£212", quantity.Money{Minor: 21200, Currency: "GBP"}.String())
	assert.Equal(t, "€4.05", quantity.Money{Minor: 405, Currency: "EUR"}.String())
	assert.Equal(t, "SEK 90", quantity.Money{Minor: 9000, Currency: "SEK"}.String())
	assert.Equal(t, "¥900", quantity.Money{Minor: 900, Currency: "JPY"}.String())
}

// JCGM 100:2008, 4.3.7: bounds ±a give u = a/√3; 6.3.3: k = 2.
func TestUncertaintyRules(t *testing.T) {
	assert.InDelta(t, 0.57735, quantity.Rectangular(1), 1e-5)
	assert.InDelta(t, 5, quantity.RootSumSquares(3, 4), 1e-12)
	e := quantity.Estimate{Value: 10, U1: 0.2}
	assert.InDelta(t, 10.4, float64(e.Highest()), 1e-12)
}

// The browser formats from the same table; both sides are held against this
// file, which is written here.
func TestSharedFormatCases(t *testing.T) {
	type row struct {
		System, Kind string
		Value        float64
		Text         string
		UText        string
		Display      quantity.Display
	}
	var rows []row
	for _, s := range []quantity.System{quantity.Metric, quantity.US} {
		for _, k := range quantity.Kinds() {
			for _, v := range []float64{0, 0.0049, 0.125, 0.31415, 1, 1.8034, 2.4375, 9.46, 36.2, 119.6, 402.25, -1.25} {
				rows = append(rows, row{string(s), string(k), v, quantity.Format(s, k, v), quantity.FormatU(s, k, math.Abs(v)),
					quantity.DisplayOf(s, k)})
			}
		}
	}
	shared(t, "testdata/format.json", rows)
}

// Amounts too: the browser writes them by itself, held against this file.
func TestSharedMoneyCases(t *testing.T) {
	type row struct {
		Minor    int64
		Currency string
		Text     string
	}
	var rows []row
	for _, c := range quantity.Currencies() {
		for _, minor := range []int64{0, 1, 9, 10, 99, 100, 101, 1950, 21200, 21250, 123456, 100000000, -400, -455} {
			rows = append(rows, row{minor, c, quantity.Money{Minor: minor, Currency: c}.String()})
		}
	}
	shared(t, "testdata/money.json", rows)
}

// What is typed, too: the browser reads it by itself, without a connection, held against this file: of every
// kind what people write, and what came of mangling it.
func TestSharedTypedCases(t *testing.T) {
	seeds := []string{`5'11"`, "5’11”", "5 ft 11 1/2", "5 ft 11½ in", "3/8\"", "2.4 m", "2,4", "240", "1m80", "1 m 5 cm", "2 400 mm", "2,400", "1-1/2\"",
		`5'-11"`, "12 lb 8 oz", "11 st 4", "12.5 lbs.", "850 g", "75", "1,234.5 g", "12 500 g", "28 pounds", "1 gal", "1 imp gal", "500 cc",
		"16 fl oz", "1 UK gallon", "28 lbf", "12 kg", "1 h 15", "1:30", "1:02:30", "90 s", "1.5 kg/L", "95 lb/ft3", "12", "12 reps", "35 %", "20 °C",
		"68F", "50 deg F", "£300", "300.50", "1,200 kr", "kr 1 200", "12,50 €", "USD 1,234.56", "", "tall", "5 ft eleven", "5 in 3 ft", "-3 m",
		"1/0 in", `5'13"`, "1m8", "1,23,456", "1.200,5 g", "3 m2", "0.5", "1e400", "10 kn", "NaN"}
	r := rand.New(rand.NewPCG(26, 1))
	mangle := func(text string) string {
		runes := []rune(text)
		for range r.IntN(3) {
			at := r.IntN(len(runes) + 1)
			switch with := []rune(` '"0159.,/-:½kgmlbofts`); r.IntN(3) {
			case 0:
				runes = slices.Insert(runes, at, with[r.IntN(len(with))])
			case 1:
				if at < len(runes) {
					runes = slices.Delete(runes, at, at+1)
				}
			case 2:
				runes = append(runes, []rune(seeds[r.IntN(len(seeds))])...)
			}
		}
		return string(runes)
	}
	type row struct {
		Kind, Dim           string
		Unit, Text          string
		Value               float64
		Understood, Problem string
	}
	var rows []row
	add := func(kind, unit, text string) {
		v, err := 0.0, error(nil)
		switch dim := quantity.Kind(kind).Dim(); dim {
		case "money":
			var m quantity.Money
			m, err = quantity.ParseMoney(text, unit)
			v = float64(m.Minor)
		case quantity.DimTemperature:
			v, err = quantity.ParseTemperature(text, unit)
		default:
			v, err = quantity.Parse(dim, text, unit)
		}
		one := row{Kind: kind, Dim: string(quantity.Kind(kind).Dim()), Unit: unit, Text: text, Value: v}
		var bad *quantity.ParseError
		if errors.As(err, &bad) {
			one.Value, one.Understood, one.Problem = 0, bad.Understood, bad.Problem
		} else {
			require.NoError(t, err)
		}
		rows = append(rows, one)
	}
	for _, text := range seeds {
		for _, k := range quantity.Kinds() {
			for _, s := range []quantity.System{quantity.Metric, quantity.US} {
				d := quantity.DisplayOf(s, k)
				if _, read := quantity.UnitOf(k.Dim(), d.Symbol); read || k.Dim() == quantity.DimTemperature {
					add(string(k), d.Symbol, mangle(text))
				}
			}
		}
		for _, c := range []string{"GBP", "EUR", "SEK", "JPY"} {
			add("money", c, text)
			add("money", c, mangle(text))
		}
	}
	for _, dim := range []string{"mass", "length", "volume", "time", "force"} {
		for _, u := range quantity.UnitsOf(quantity.Dim(dim)) {
			for _, name := range append([]string{u.Symbol}, u.Names...) {
				add(dim, u.Symbol, "12 "+name)
				add(dim, u.Symbol, "1"+strings.ToUpper(name)+" 3")
			}
		}
	}
	shared(t, "testdata/typed.json", rows)
	shared(t, "testdata/tongue.json", []quantity.Tongue{quantity.Typed()})
}

// shared holds rows against a file that the browser's tests read too, a row a line.
func shared[R any](t *testing.T, file string, rows []R) {
	lines := make([]string, len(rows))
	for i, row := range rows {
		line, err := json.Marshal(row)
		require.NoError(t, err)
		lines[i] = string(line)
	}
	want := "[\n" + strings.Join(lines, ",\n") + "\n]\n"
	if os.Getenv("UPDATE") != "" {
		require.NoError(t, os.WriteFile(file, []byte(want), 0o644))
	}
	have, err := os.ReadFile(file)
	require.NoError(t, err)
	assert.JSONEq(t, want, string(have))
}

// Fixed points of the two scales: water freezes and boils (at 1 atm, to the degree), and
// the scales meet at −40 (NIST SP 811, B.8); tap water as people write it.
func TestTemperatures(t *testing.T) {
	for text, want := range map[string]float64{
		"20": 20, "20 °C": 20, "68F": 20, "68 °F": 20, "32 f": 0, "212°F": 100, "15,5 C": 15.5, "20 degrees": 20, "50 deg F": 10,
	} {
		v, err := quantity.ParseTemperature(text, "°C")
		require.NoError(t, err, text)
		assert.InDelta(t, want, v, 1e-12, text)
	}
	v, err := quantity.ParseTemperature("59", "°F")
	require.NoError(t, err)
	assert.InDelta(t, 15, v, 1e-12)
	for _, bad := range []string{"", "warm", "20 K", "-3", "20 21", strings.Repeat("9", 80)} {
		_, err := quantity.ParseTemperature(bad, "°C")
		var said *quantity.ParseError
		require.ErrorAs(t, err, &said, bad)
	}
	assert.Equal(t, "68.0 °F", quantity.Format(quantity.US, quantity.KindDegrees, 20))
	assert.Equal(t, "−40.0 °F", quantity.Format(quantity.US, quantity.KindDegrees, -40))
	assert.Equal(t, "−40.0 °C", quantity.Format(quantity.Metric, quantity.KindDegrees, -40))
}

func FuzzParse(f *testing.F) {
	for _, s := range []string{`5'11"`, "12 lb 8 oz", "1 1/2 in", "2,4 m", "1/", "½", "5 ft 11 1/2", "\xff"} {
		f.Add(s)
	}
	f.Fuzz(func(t *testing.T, text string) {
		for _, k := range quantity.Kinds() {
			d := quantity.DisplayOf(quantity.Metric, k)
			v, err := quantity.Parse(k.Dim(), text, d.Symbol)
			if err == nil && (math.IsNaN(v) || math.IsInf(v, 0) || v < 0) {
				t.Fatalf("%q read as %v", text, v)
			}
		}
	})
}
