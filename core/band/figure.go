package band

import (
	"math"

	"scrappyrack/core/body"
	"scrappyrack/core/quantity"
)

// Point3 is a place: X forwards, Y up, Z out to the side from the middle of the
// body, as shares of stature in poses and in m elsewhere.
type Point3 struct{ X, Y, Z float64 }

func (p Point3) plus(q Point3) Point3       { return Point3{p.X + q.X, p.Y + q.Y, p.Z + q.Z} }
func (p Point3) minus(q Point3) Point3      { return Point3{p.X - q.X, p.Y - q.Y, p.Z - q.Z} }
func (p Point3) times(k float64) Point3     { return Point3{k * p.X, k * p.Y, k * p.Z} }
func (p Point3) dot(q Point3) float64       { return p.X*q.X + p.Y*q.Y + p.Z*q.Z }
func (p Point3) length() float64            { return math.Sqrt(p.dot(p)) }
func between(a, b Point3, t float64) Point3 { return a.plus(b.minus(a).times(t)) }

// Base is what a body stands, kneels, sits or lies on.
type Base string

// The bases. Standing has its origin under the mid-foot, kneeling under the knees,
// seated and on the floor under the hips, lying under the shoulders, propped under
// the hands.
const (
	Standing Base = "standing"
	Kneeling Base = "kneeling"
	Seated   Base = "seated"       // on a chair as high as the knee
	OnFloor  Base = "on the floor" // sitting, legs straight
	Lying    Base = "lying"        // on the back, feet ahead
	Prone    Base = "prone"        // on the front, head ahead
	Propped  Base = "propped"      // on hands and feet, arms straight down
)

// Pose is a body in its sagittal plane by the angles of its parts in degrees.
// Shank, Thigh and Trunk lean from the vertical as one stands: shank and trunk
// forwards, the thigh backwards (from knee to hip). Upper and Fore are the upper
// arm and the forearm from hanging straight down, forwards positive; Out turns
// the whole arm to the side, ForeOut the forearm alone. Leg and Calf are those of
// a leg that moves, LegOut its turn to the side.
type Pose struct {
	Base                      Base
	Shank, Thigh, Trunk       float64
	Upper, Fore, Out, ForeOut float64
	Leg, Calf, LegOut         float64
	Rise                      float64 // of the heels, or of propped shoulders: share of stature
	Ahead                     float64 // how far the whole body has gone: share of stature
}

// Somebody who stands: with the arms down, and with the hands as high as a bar gripped
// overhead (body.GripReach), wider than the shoulders.
var (
	Upright  = Pose{Base: Standing, Out: 7}
	Reaching = Pose{Base: Standing, Upper: 180, Fore: 180, Out: math.Acos((body.GripReach-body.Shoulder)/armLong) * 180 / math.Pi}
)

// Figure is where the joints are, the near side of the body.
type Figure struct {
	Head, Shoulder, Elbow, Hand, Hip, Knee, Ankle, Toe Point3
	MovingKnee, MovingAnkle                            Point3 // of the leg that moves
}

// Shares of stature that the figure needs beside those of package body.
const (
	halfHip      = 0.052 // between the hip joints, which lie well inside of the hips' width (house value)
	halfShoulder = body.ShoulderWidth / 2
	shank        = body.Knee - body.Ankle
	thigh        = body.Hip - body.Knee
	trunk        = body.Shoulder - body.Hip
	foreHand     = body.Forearm + body.Hand/2 // elbow to grip
	armLong      = body.UpperArm + foreHand
	headUp       = (body.Eye - body.Shoulder)
	lowHip       = 0.05 // of a body that sits on the floor (house value)
	lowShoulder  = 0.06 // of one that lies
	kneeUp       = 0.03 // of one that kneels
)

func turned(flex, out float64) Point3 {
	f, o := flex*math.Pi/180, out*math.Pi/180
	return Point3{math.Sin(f) * math.Cos(o), -math.Cos(f) * math.Cos(o), math.Sin(o)}
}

func leaning(degrees float64) Point3 {
	a := degrees * math.Pi / 180
	return Point3{math.Sin(a), math.Cos(a), 0}
}

// Figure places the joints of a pose, as shares of stature (Drillis & Contini
// 1966 as in Winter).
func (p Pose) Figure() Figure {
	var f Figure
	switch p.Base {
	case Kneeling:
		f.Knee = Point3{0, kneeUp, halfHip}
		f.Ankle = Point3{-shank, kneeUp, halfHip}
		f.Hip = f.Knee.plus(leaning(-p.Thigh).times(thigh))
	case Seated, OnFloor:
		height := body.Knee
		if p.Base == OnFloor {
			height = lowHip
		}
		f.Hip = Point3{0, height, halfHip}
		f.Knee = f.Hip.plus(Point3{thigh, 0, 0})
		f.Ankle = f.Knee.plus(Point3{0, -shank, 0})
		if p.Base == OnFloor {
			f.Ankle = f.Knee.plus(Point3{shank, 0, 0})
		}
	case Lying, Prone:
		f.Hip = Point3{trunk, lowShoulder, halfHip}
		if p.Base == Prone {
			f.Hip.X = -trunk
		}
		side := math.Copysign(1, f.Hip.X)
		f.Knee = f.Hip.plus(Point3{side * thigh, 0, 0})
		f.Ankle = f.Knee.plus(Point3{side * shank, 0, 0})
	case Propped: // the shoulders over the hands, the body a straight line to the feet
		height := math.Max(lowShoulder, p.Rise)
		long := trunk + thigh + shank
		down := math.Asin((height - body.Ankle) / long)
		line := Point3{-math.Cos(down), -math.Sin(down), 0}
		f.Shoulder = Point3{0, height, halfShoulder}
		f.Hip = f.Shoulder.plus(line.times(trunk))
		f.Knee = f.Hip.plus(line.times(thigh))
		f.Ankle = f.Knee.plus(line.times(shank))
	default:
		f.Ankle = Point3{0, body.Ankle + p.Rise, halfHip}
		f.Knee = f.Ankle.plus(leaning(p.Shank).times(shank))
		f.Hip = f.Knee.plus(leaning(-p.Thigh).times(thigh))
	}
	f.Toe = Point3{f.Ankle.X + body.FootLength*0.7, math.Max(0.01, f.Ankle.Y-body.Ankle-p.Rise+0.01), f.Ankle.Z}
	up := leaning(p.Trunk)
	switch p.Base {
	case Lying:
		up = Point3{-1, 0, 0}
	case Prone:
		up = Point3{1, 0, 0}
	case Propped:
		up = f.Shoulder.minus(f.Hip).times(1 / trunk)
	}
	if p.Base != Propped {
		f.Shoulder = f.Hip.plus(up.times(trunk))
		f.Shoulder.Z = halfShoulder
	}
	f.Head = f.Shoulder.plus(up.times(headUp))
	f.Head.Z = 0
	if p.Base == Propped {
		f.Hand = Point3{0, 0, halfShoulder}
		f.Elbow = elbowOf(f.Shoulder, f.Hand)
	} else {
		f.Elbow = f.Shoulder.plus(turned(p.Upper, p.Out).times(body.UpperArm))
		f.Hand = f.Elbow.plus(turned(p.Fore, p.Out+p.ForeOut).times(foreHand))
	}
	f.MovingKnee, f.MovingAnkle = f.Knee, f.Ankle
	if p.Leg != 0 || p.Calf != 0 || p.LegOut != 0 {
		f.MovingKnee = f.Hip.plus(turned(p.Leg, p.LegOut).times(thigh))
		out := p.LegOut
		if p.Base == Seated {
			out = 0 // the thigh turns, the shank hangs or stands
		}
		f.MovingAnkle = f.MovingKnee.plus(turned(p.Calf, out).times(shank))
	}
	if p.Ahead != 0 {
		f.each(func(q *Point3) { q.X += p.Ahead })
	}
	return f
}

func (f *Figure) each(do func(*Point3)) {
	for _, q := range []*Point3{&f.Head, &f.Shoulder, &f.Elbow, &f.Hand, &f.Hip, &f.Knee, &f.Ankle, &f.Toe, &f.MovingKnee, &f.MovingAnkle} {
		do(q)
	}
}

// At is the figure in m, from shares of a stature in m.
func (f Figure) At(stature quantity.Length) Figure {
	k := float64(stature)
	f.each(func(q *Point3) { *q = q.times(k) })
	return f
}

// elbowOf bends an arm backwards between shoulder and hand.
func elbowOf(shoulder, hand Point3) Point3 {
	between := hand.minus(shoulder)
	d := math.Min(between.length(), armLong)
	along := (d*d + body.UpperArm*body.UpperArm - foreHand*foreHand) / (2 * d)
	aside := math.Sqrt(math.Max(0, body.UpperArm*body.UpperArm-along*along))
	unit := between.times(1 / between.length())
	return shoulder.plus(unit.times(along)).plus(Point3{unit.Y, -unit.X, 0}.times(aside))
}

// ArmLength is the length of the arm from shoulder to grip, as a share of stature: the
// height of propped shoulders over the hands.
const ArmLength = armLong
