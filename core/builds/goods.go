package builds

import (
	"fmt"

	"scrappyrack/core/quantity"
)

// Form is how a material is sold.
type Form string

// The forms: bars are cut to lengths, sheets to rectangles, webbing and the like come by the
// metre, the rest in packs.
const (
	InBars   Form = "bars"
	InSheets Form = "sheets"
	ByMetre  Form = "metre"
	InPacks  Form = "packs"
)

// Shop is where it is bought.
type Shop string

// The shops.
const (
	TimberYard   Shop = "timber yard"
	PipeShop     Shop = "plumber's merchant"
	HardwareShop Shop = "hardware shop"
	SportsShop   Shop = "climbing or sailing shop"
)

// Size is one that a material is sold in: of a bar its Length, of a sheet with its Width, in m;
// of a pack how many; Pence what it costs in the sample prices (invented).
type Size struct {
	Length, Width quantity.Length
	Pack          int
	Pence         int64
}

// Sold is a size as a shop has it: timber and sheets by the next length in feet.
func (z Size) Sold() Text {
	feet, known := map[quantity.Length]string{1.22: "4 × 4 ft", 2.4: "8 ft", 2.44: "8 × 4 ft", 3.0: "10 ft", 3.6: "12 ft"}[z.Length]
	if z.Length > 0 && known {
		return tell("{%s|%s}", z.Name(), feet)
	}
	if z.Length > 0 {
		return tell("%s", metre(z.Length, 1))
	}
	return Text(z.Name())
}

// Name of a size: what prices are kept by.
func (z Size) Name() string {
	switch {
	case z.Width > 0:
		return fmt.Sprintf("%.2f × %.2f m", float64(z.Length), float64(z.Width))
	case z.Length > 0:
		return fmt.Sprintf("%.1f m", float64(z.Length))
	case z.Pack > 1:
		return fmt.Sprintf("pack of %d", z.Pack)
	}
	return "each"
}

// Good is a material or a piece of hardware as it is sold.
type Good struct {
	Key   string
	Name  Text
	Form  Form
	Shop  Shop
	Sizes []Size
}

func bars(key string, name Text, shop Shop, pairs ...float64) Good {
	g := Good{Key: key, Name: name, Form: InBars, Shop: shop}
	for i := 0; i+1 < len(pairs); i += 2 {
		g.Sizes = append(g.Sizes, Size{Length: quantity.Length(pairs[i]), Pence: int64(pairs[i+1])})
	}
	return g
}

func sheets(key string, name Text, whole, half int64) Good {
	return Good{Key: key, Name: name, Form: InSheets, Shop: TimberYard,
		Sizes: []Size{{Length: 2.44, Width: 1.22, Pence: whole}, {Length: 1.22, Width: 1.22, Pence: half}}}
}

func packs(key string, name Text, shop Shop, pack int, pence int64) Good {
	return Good{Key: key, Name: name, Form: InPacks, Shop: shop, Sizes: []Size{{Pack: pack, Pence: pence}}}
}

func byMetre(key string, name Text, shop Shop, pence int64) Good {
	return Good{Key: key, Name: name, Form: ByMetre, Shop: shop, Sizes: []Size{{Length: 1, Pence: pence}}}
}

// goods are all that designs are made of; the prices are invented.
var goods = []Good{
	bars("timber-38x89", "{38 × 89 mm|2 × 4} timber", TimberYard, 2.4, 620, 3.0, 780, 3.6, 940),
	bars("timber-38x89-graded", "{38 × 89 mm|2 × 4} timber, stamped No. 2", TimberYard, 2.4, 760, 3.0, 950, 3.6, 1140),
	bars("timber-38x140", "{38 × 140 mm|2 × 6} timber", TimberYard, 2.4, 980, 3.0, 1230, 3.6, 1480),
	bars("timber-38x140-graded", "{38 × 140 mm|2 × 6} timber, stamped No. 2", TimberYard, 2.4, 1190, 3.0, 1490, 3.6, 1790),
	bars("timber-38x235", "{38 × 235 mm|2 × 10} timber", TimberYard, 2.4, 1750, 3.0, 2190, 3.6, 2630),
	bars("batten-10x20", "{10 × 20 mm|⅜ × ¾ in} batten", TimberYard, 2.4, 190),
	bars("dowel-25", "{25 mm|1 in} dowel or broomstick", HardwareShop, 1.2, 420, 2.4, 760),
	bars("pipe-3/4", "¾ in steel pipe, schedule 40", PipeShop, 1.0, 850, 2.0, 1550, 3.0, 2200),
	bars("pipe-1", "1 in steel pipe, schedule 40", PipeShop, 1.0, 1150, 2.0, 2100, 3.0, 3000),
	bars("pipe-1-1/4", "1¼ in steel pipe, schedule 40", PipeShop, 1.0, 1500, 2.0, 2800, 3.0, 3950),
	bars("pipe-1-1/2", "1½ in steel pipe, schedule 40", PipeShop, 1.0, 1800, 2.0, 3350, 3.0, 4750),
	bars("pipe-2", "2 in steel pipe, schedule 40", PipeShop, 1.0, 2450, 2.0, 4600, 3.0, 6500),
	bars("pvc-1", "1 in PVC pipe", PipeShop, 2.0, 520, 3.0, 740),
	sheets("softwood-plywood-18", "{18 mm|¾ in} softwood plywood", 4200, 2400),
	sheets("softwood-plywood-24", "{24 mm|1 in} softwood plywood", 5500, 3100),
	sheets("birch-plywood-18", "{18 mm|¾ in} birch plywood", 7800, 4400),
	sheets("birch-plywood-24", "{24 mm|1 in} birch plywood", 9900, 5600),
	sheets("osb-18", "{18 mm|¾ in} OSB", 2500, 1450), sheets("osb-24", "{24 mm|1 in} OSB", 3300, 1900),
	byMetre("webbing-25", "{25 mm|1 in} webbing, marked", SportsShop, 180),
	byMetre("webbing-40", "{40 mm|1½ in} webbing, marked", SportsShop, 260),
	packs("lag-6.5x115", "Lag screw {6 × 120 mm|¼ × 4½ in} with washer", HardwareShop, 10, 780),
	packs("lag-6.5x150", "Lag screw {6 × 150 mm|¼ × 6 in} with washer", HardwareShop, 10, 950),
	packs("lag-8x125", "Lag screw {8 × 130 mm|5⁄16 × 5 in} with washer", HardwareShop, 10, 1050),
	packs("lag-8x150", "Lag screw {8 × 150 mm|5⁄16 × 6 in} with washer", HardwareShop, 10, 1250),
	packs("anchor", "Wall anchor as its maker rates it for this base", HardwareShop, 4, 1100),
	packs("screw-4x35", "Wood screw {4 × 35 mm|no. 8 × 1½ in}", HardwareShop, 100, 520),
	packs("screw-4.5x50", "Wood screw {4.5 × 50 mm|no. 9 × 2 in}", HardwareShop, 100, 690),
	packs("screw-5x70", "Wood screw {5 × 70 mm|no. 10 × 2¾ in}", HardwareShop, 100, 880),
	packs("bolt-m8", "{M8|5⁄16 in} bolt with nut and {30 mm|1¼ in} washers", HardwareShop, 4, 420),
	packs("carriage-m8", "{M8 × 60|5⁄16 × 2½ in} carriage bolt with a nut that locks itself", HardwareShop, 4, 360),
	packs("carriage-m10", "{M10 × 60|⅜ × 2½ in} carriage bolt with a nut that locks itself", HardwareShop, 4, 560),
	packs("bolt-m8-100", "{M8 × 100|5⁄16 × 4 in} bolt with nut and {30 mm|1¼ in} washers", HardwareShop, 4, 520),
	packs("bolt-m10", "{M10|⅜ in} bolt with nut and {40 mm|1½ in} washers", HardwareShop, 2, 540),
	packs("bolt-m12", "{M12|½ in} bolt with nut and {40 mm|1½ in} washers", HardwareShop, 2, 720),
	packs("bolt-m16", "{M16|5/8 in} bolt with nut and {50 mm|2 in} washers", HardwareShop, 2, 980),
	packs("ring", "Ring or eye on a plate, marked", SportsShop, 1, 650),
	packs("gym-ring", "Ring to hold, {28 mm|1⅛ in}", SportsShop, 1, 900),
	packs("plate-steel", "Steel plate {6 mm|¼ in} with two holes, marked", HardwareShop, 1, 750),
	packs("sawhorse", "Sawhorse, marked", HardwareShop, 2, 3600),
	packs("bar-bracket", "Bracket for a bar, marked", HardwareShop, 2, 2900),
	packs("strap-sewn", "Sewn strap, marked", SportsShop, 1, 700),
	packs("bracket", "Shelf bracket, marked", HardwareShop, 1, 480),
	packs("pipe-joint", "Pipe joint or floor flange, marked", HardwareShop, 1, 850),
	packs("collar", "Collar for pipe", HardwareShop, 2, 640),
	packs("concrete-mix", "Concrete mix, {20 kg}", HardwareShop, 1, 620),
	packs("mould", "Bucket as a mould", HardwareShop, 1, 320),
	packs("clamp", "Screw clamp, {200 mm|8 in}", HardwareShop, 2, 1300),
	packs("shackle", "Bow shackle, marked", SportsShop, 1, 650),
	packs("screw-4x16", "Wood screw {4 × 16 mm|no. 8 × 5/8 in}", HardwareShop, 100, 410),
	packs("lash-strap", "Load strap with a buckle, {2.5 m|8 ft}", HardwareShop, 2, 760),
	packs("rod-m20", "{M20|¾ in} threaded rod, {1 m|3 ft}", HardwareShop, 1, 1150),
	packs("nut-m20", "{M20|¾ in} nut", HardwareShop, 4, 320),
	packs("eye-nut-m20", "{M20|¾ in} eye nut, marked", HardwareShop, 1, 1400),
	packs("base-plate",
		"Steel plate {100 × 100 × 6 mm with a 21 mm hole|4 × 4 × ¼ in with a 7/8 in hole}",
		HardwareShop, 1, 850),
	packs("film", "Building film, {4 × 5 m|12 × 16 ft}", HardwareShop, 1, 980),
	packs("rubber-foot", "Rubber foot", HardwareShop, 4, 350),
	packs("rubber-tile", "Rubber tile, {1 × 1 m|3 × 3 ft}", HardwareShop,
		1, 1900), packs("cap", "Pipe cap", PipeShop, 2, 180),
	packs("glue", "Wood glue", HardwareShop, 1, 590), packs("tape", "Cloth tape", HardwareShop, 1, 380),
	packs("tube-40", "{40 mm|1½ in} stiff tube or round wood, {10 cm|4 in} long", HardwareShop, 1, 250),
	packs("felt", "Felt pad", HardwareShop, 4, 220),
	packs("bag-inner", "Freezer bag, {6 L|2 gal}, heavy", HardwareShop, 10, 340),
	packs("bag-outer", "Bag of heavy cloth", HardwareShop, 1, 1400),
	packs("jug-empty", "Jug with a handle, empty", HardwareShop, 1, 200),
}

// Goods are all that designs are made of.
func Goods() []Good { return append([]Good(nil), goods...) }

// GoodByKey finds one. Errors are *quantity.FieldError of good.
func GoodByKey(key string) (Good, error) {
	for _, g := range goods {
		if g.Key == key {
			return g, nil
		}
	}
	return Good{}, quantity.At("good", fmt.Sprintf("%q is no material that is known", key))
}

// sheetOf is the key of a panel of a thickness: the next that is sold.
func sheetOf(panel string, thickness quantity.Length) string {
	if thickness > 0.0185 {
		return panel + "-24"
	}
	return panel + "-18"
}
