package scale_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"scrappyrack/core/quantity"
	"scrappyrack/core/scale"
)

// Bytes made by hand from the public specification.
func TestPacketsByHand(t *testing.T) {
	for text, want := range map[string]scale.Measurement{
		// 14 480 × 0.005 kg = 72.4 kg
		"00 90 38": {Mass: 72.4, Unit: scale.Kilograms, User: -1},
		// imperial, 16 000 × 0.01 lb = 160 lb
		"01 80 3e": {Mass: 160 * quantity.PoundKg, Unit: scale.Pounds, User: -1},
		// with a time stamp, 2026-11-25 07:08:09
		"02 90 38 ea 07 0b 19 07 08 09": {Mass: 72.4, Unit: scale.Kilograms, User: -1,
			Stamp: scale.Stamp{Year: 2026, Month: 11, Day: 25, Hour: 7, Minute: 8, Second: 9}},
		// user 3, BMI 22.5, height 1.794 m
		"0c 90 38 03 e1 00 02 07": {Mass: 72.4, Unit: scale.Kilograms, User: 3, BMI: 22.5, Height: 1.794},
		// imperial with BMI and a height of 70.5 in, user unknown
		"0d 80 3e ff e1 00 c1 02": {Mass: 160 * quantity.PoundKg, Unit: scale.Pounds, User: -1, BMI: 22.5, Height: 70.5 * quantity.InchM},
		// a month that is none: no time
		"02:90:38:ea:07:0d:19:07:08:09": {Mass: 72.4, Unit: scale.Kilograms, User: -1},
	} {
		got, err := scale.DecodeHex(text)
		require.NoError(t, err, text)
		assert.InDelta(t, float64(want.Mass), float64(got.Mass), 1e-9, text)
		assert.InDelta(t, float64(want.Height), float64(got.Height), 1e-9, text)
		assert.InDelta(t, want.BMI, got.BMI, 1e-9, text)
		got.Mass, got.Height, got.BMI = want.Mass, want.Height, want.BMI
		assert.Equal(t, want, got, text)
	}
}

func TestPacketsThatAreNone(t *testing.T) {
	for text, why := range map[string]string{
		"": "too few", "00 90": "too few", "00 ff ff": "did not succeed", "10 90 38": "bits that mean nothing",
		"02 90 38": "announce 10 bytes", "00 90 38 01": "announce 3 bytes", "zz": "hexadecimal", "00 9": "hexadecimal",
	} {
		_, err := scale.DecodeHex(text)
		var bad *scale.PacketError
		require.ErrorAs(t, err, &bad, text)
		assert.Contains(t, bad.Detail, why, text)
	}
}

func TestPacketsComeBack(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		unit := rapid.SampledFrom([]scale.Unit{scale.Kilograms, scale.Pounds}).Draw(t, "unit")
		mass := quantity.Mass(rapid.Float64Range(0, 250).Draw(t, "kg"))
		packet, err := scale.Encode(scale.Measurement{Mass: mass, Unit: unit, Stamp: scale.Stamp{Year: 2028, Month: 2, Day: 29, Hour: 3}})
		require.NoError(t, err)
		got, err := scale.Decode(packet)
		require.NoError(t, err)
		step := 0.005
		if unit == scale.Pounds {
			step = 0.01 * quantity.PoundKg
		}
		assert.InDelta(t, float64(mass), float64(got.Mass), step/2+1e-9)
		assert.Equal(t, unit, got.Unit)
		assert.Equal(t, scale.Stamp{Year: 2028, Month: 2, Day: 29, Hour: 3}, got.Stamp)
	})
	_, err := scale.Encode(scale.Measurement{Mass: 400})
	assert.Error(t, err)
	_, err = scale.Encode(scale.Measurement{Mass: -1})
	assert.Error(t, err)
}

func FuzzDecode(f *testing.F) {
	for _, seed := range [][]byte{{0, 0x90, 0x38}, {2, 0x90, 0x38, 0xea, 7, 11, 25, 7, 8, 9}, {0xd, 0x80, 0x3e, 0xff, 0xe1, 0, 0xc1, 2},
		{}} {
		f.Add(seed)
	}
	f.Fuzz(func(t *testing.T, packet []byte) {
		m, err := scale.Decode(packet)
		if err != nil {
			return
		}
		if m.Mass < 0 || m.Mass > 328 || m.Height < 0 {
			t.Fatalf("%+v", m)
		}
	})
}
