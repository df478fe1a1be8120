// Package scale reads what scales say on the wire and judges when a reading is
// steady. The same code reads a real scale's bytes and the simulated one's.
package scale

import (
	"encoding/binary"
	"encoding/hex"
	"fmt"
	"strings"

	"scrappyrack/core/quantity"
)

// Unit is the unit in which a scale measures.
type Unit string

// The units of the format.
const (
	Kilograms Unit = "kg"
	Pounds    Unit = "lb"
)

// Measurement is one packet of the public Weight Measurement format. Mass is in
// kg; Stamp is zero where the packet carries none, or none that is a date; User is
// -1 where none is named; BMI and Height (m) are 0 where they are not given.
type Measurement struct {
	Mass   quantity.Mass
	Unit   Unit
	Stamp  Stamp
	User   int
	BMI    float64
	Height quantity.Length
}

// Stamp is a date and a time of the scale's own clock, zero when it has none.
type Stamp struct{ Year, Month, Day, Hour, Minute, Second int }

// Valid says that it is a day of the calendar and a time of the day.
func (s Stamp) Valid() bool {
	if s.Year < 1 || s.Month < 1 || s.Month > 12 || s.Day < 1 || s.Hour > 23 || s.Minute > 59 || s.Second > 59 {
		return false
	}
	days := [...]int{31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31}[s.Month-1]
	if s.Month == 2 && s.Year%4 == 0 && (s.Year%100 != 0 || s.Year%400 == 0) {
		days = 29
	}
	return s.Day <= days
}

// Flags of the first byte.
const (
	flagImperial = 1 << iota
	flagTime
	flagUser
	flagBMI
)

// Resolutions of the format.
const (
	kilogramStep = 0.005
	poundStep    = 0.01
	bmiStep      = 0.1
	metreStep    = 0.001
	inchStep     = 0.1
)

// unsuccessful is the mass of a measurement that did not succeed.
const unsuccessful = 0xFFFF

// noUser is the user of a measurement that belongs to nobody known.
const noUser = 0xFF

// PacketError says what is wrong with the bytes, or that they are a measurement
// that did not succeed.
type PacketError struct {
	Detail       string
	Unsuccessful bool
}

func (e *PacketError) Error() string { return e.Detail }

// Decode reads a packet of the Weight Measurement characteristic (Bluetooth SIG
// Weight Scale Service, service 0x181D, characteristic 0x2A9D, from memory): a
// byte of flags (unit, time stamp, user, BMI and height), the mass as a little-
// endian uint16 in 0.005 kg or 0.01 lb, then what the flags announce. Errors are
// *PacketError: too few or too many bytes, flags that mean nothing, and a
// measurement that did not succeed (0xFFFF).
func Decode(packet []byte) (Measurement, error) {
	m := Measurement{Unit: Kilograms, User: -1}
	if len(packet) < 3 {
		return m, &PacketError{Detail: fmt.Sprintf("%d bytes are too few: flags and a mass make 3", len(packet))}
	}
	flags, rest := packet[0], packet[1:]
	if flags&^(flagImperial|flagTime|flagUser|flagBMI) != 0 {
		return m, &PacketError{Detail: fmt.Sprintf("flags %#02x have bits that mean nothing", flags)}
	}
	want := 2
	for flag, bytes := range map[byte]int{flagTime: 7, flagUser: 1, flagBMI: 4} {
		if flags&flag != 0 {
			want += bytes
		}
	}
	if len(rest) != want {
		return m, &PacketError{Detail: fmt.Sprintf("the flags announce %d bytes, there are %d", want+1, len(packet))}
	}
	take := func(n int) []byte {
		part := rest[:n]
		rest = rest[n:]
		return part
	}
	raw := binary.LittleEndian.Uint16(take(2))
	if raw == unsuccessful {
		return m, &PacketError{Detail: "the scale says that its measurement did not succeed: stand still and weigh again",
			Unsuccessful: true}
	}
	m.Mass = quantity.Mass(float64(raw) * kilogramStep)
	if flags&flagImperial != 0 {
		m.Unit, m.Mass = Pounds, quantity.Mass(float64(raw)*poundStep*quantity.PoundKg)
	}
	if flags&flagTime != 0 {
		m.Stamp = stamp(take(7))
	}
	if flags&flagUser != 0 {
		if user := take(1)[0]; user != noUser {
			m.User = int(user)
		}
	}
	if flags&flagBMI != 0 {
		m.BMI = float64(binary.LittleEndian.Uint16(take(2))) * bmiStep
		height := float64(binary.LittleEndian.Uint16(take(2)))
		m.Height = quantity.Length(height * metreStep)
		if flags&flagImperial != 0 {
			m.Height = quantity.Length(height * inchStep * quantity.InchM)
		}
	}
	return m, nil
}

// stamp reads year (little-endian), month, day, hour, minute and second; zero
// when any is unknown (0) or not a date.
func stamp(b []byte) Stamp {
	s := Stamp{Year: int(binary.LittleEndian.Uint16(b)), Month: int(b[2]), Day: int(b[3]), Hour: int(b[4]), Minute: int(b[5]),
		Second: int(b[6])}
	if !s.Valid() {
		return Stamp{}
	}
	return s
}

// Encode writes a measurement as a packet, its mass rounded to the format's step
// in its unit. The error is for a mass that the format cannot carry.
func Encode(m Measurement) ([]byte, error) {
	step, flags := kilogramStep, byte(0)
	if m.Unit == Pounds {
		step, flags = poundStep*quantity.PoundKg, flagImperial
	}
	raw := float64(m.Mass)/step + 0.5
	if !(raw >= 0) || raw >= unsuccessful {
		return nil, &PacketError{Detail: fmt.Sprintf("the format cannot carry %g kg", float64(m.Mass))}
	}
	out := binary.LittleEndian.AppendUint16([]byte{flags}, uint16(raw))
	if t := m.Stamp; t.Valid() {
		out[0] |= flagTime
		out = binary.LittleEndian.AppendUint16(out, uint16(t.Year))
		out = append(out, byte(t.Month), byte(t.Day), byte(t.Hour), byte(t.Minute), byte(t.Second))
	}
	return out, nil
}

// DecodeHex is Decode of a text of hexadecimal digits, with or without spaces,
// colons or dashes between the bytes.
func DecodeHex(text string) (Measurement, error) {
	packet, err := hex.DecodeString(strings.NewReplacer(" ", "", ":", "", "-", "").Replace(strings.TrimSpace(text)))
	if err != nil {
		return Measurement{}, &PacketError{Detail: "these are not bytes in hexadecimal digits"}
	}
	return Decode(packet)
}
