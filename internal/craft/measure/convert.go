package measure

import (
	"errors"
	"fmt"
	"math"
	"strings"
)

// Region is where a recipe's cups and spoons are from.
type Region struct {
	Name                    string
	CupMl, TbspMl, TspMl    Rational
	FlOzMl, PintMl, QuartMl Rational
}

// The regions of handbook line R1. Sources: NIST Handbook 44, appendix C (US);
// Weights and Measures Act 1985 (imperial pint and fluid ounce); AS 1325:1972
// (Australian 20 ml spoon and 250 ml cup).
var (
	US     = Region{"US", dec("236.588"), dec("14.787"), dec("4.929"), dec("29.574"), dec("473.176"), dec("946.353")}
	Metric = Region{"metric", dec("250"), dec("15"), dec("5"), dec("30"), dec("500"), dec("1000")}
	UK     = Region{"UK", dec("250"), dec("15"), dec("5"), dec("28.413"), dec("568.261"), dec("1136.523")}
	AU     = Region{"Australia", dec("250"), dec("20"), dec("5"), dec("30"), dec("570"), dec("1140")}
)

// Errors of conversion.
var (
	ErrUnit    = errors.New("not a unit of volume or weight")
	ErrDensity = errors.New("no density is known for it")
)

// base returns how many ml or g one unit is in this region.
func (r Region) base(u Unit) Rational {
	switch u.Name {
	case "cup":
		return r.CupMl
	case "tbsp":
		return r.TbspMl
	case "tsp":
		return r.TspMl
	case "fl oz":
		return r.FlOzMl
	case "pint":
		return r.PintMl
	case "quart":
		return r.QuartMl
	}
	return u.Base
}

// Quo returns q / p. p must not be 0.
func (q Rational) Quo(p Rational) Rational {
	return q.Mul(p.inverse())
}

// Convert turns an amount from one unit into another of the same dimension,
// exactly, by the region's cups and spoons.
func (r Region) Convert(amount Rational, from, to string) (Rational, error) {
	a, okA := UnitNamed(from)
	b, okB := UnitNamed(to)
	if !okA || !okB || a.Dimension != b.Dimension || a.Dimension == Count {
		return Rational{}, fmt.Errorf("%w: %s to %s", ErrUnit, from, to)
	}
	return amount.Mul(r.base(a)).Quo(r.base(b)), nil
}

// Grams returns the weight of an amount of an item: directly for a weight, by the
// density table for a volume. The second return is the table's row, empty for a
// weight. A plain count of things such as eggs is weighed by the table of pieces.
// ErrDensity when the item is not in the table: nothing is guessed.
func (r Region) Grams(amount Rational, unit, item string) (Rational, string, error) {
	if unit == "" {
		if p, ok := PieceOf(item); ok {
			return amount.Mul(p.Grams), p.Name + " of " + p.Grams.String() + " g", nil
		}
	}
	u, ok := UnitNamed(unit)
	if !ok || u.Dimension != Mass && u.Dimension != Volume {
		return Rational{}, "", fmt.Errorf("%w: %s", ErrUnit, unit)
	}
	if u.Dimension == Mass {
		return amount.Mul(u.Base), "", nil
	}
	d, ok := DensityOf(item)
	if !ok {
		return Rational{}, "", fmt.Errorf("%w: %s", ErrDensity, item)
	}
	return amount.Mul(r.base(u)).Mul(d.GPerMl), d.Name, nil
}

// Density is grams in a millilitre of a thing as it is measured in a kitchen.
type Density struct {
	Name   string
	GPerMl Rational
	words  []string
}

// Household tells a volume in ml by what a cook reaches for, to the mark that there is:
// teaspoons to a quarter, tablespoons to a half, from a quarter of a cup on cups to a
// quarter. Less than an eighth of a teaspoon is told as a pinch.
func (r Region) Household(ml Rational) string {
	part := func(of Rational, parts int64, unit string, more string) string {
		n := math.Round(ml.Quo(of).Float() * float64(parts))
		q := Ratio(int64(n), parts)
		if q.Cmp(Ratio(1, 1)) > 0 {
			unit = more
		}
		return q.Shown() + " " + unit
	}
	switch {
	case ml.Cmp(r.TspMl.Mul(Ratio(1, 8))) < 0:
		return "a pinch"
	case ml.Cmp(r.TbspMl.Mul(Ratio(3, 4))) < 0:
		return part(r.TspMl, 4, "tsp", "tsp")
	case ml.Cmp(r.CupMl.Mul(Ratio(7, 32))) < 0:
		return part(r.TbspMl, 2, "tbsp", "tbsp")
	}
	return part(r.CupMl, 4, "cup", "cups")
}

// Volume returns how many ml an amount of an item fills: directly for a volume, by the
// density table for a weight. ErrDensity when the item is not in the table.
func (r Region) Volume(amount Rational, unit, item string) (Rational, error) {
	u, ok := UnitNamed(unit)
	if !ok || u.Dimension != Mass && u.Dimension != Volume {
		return Rational{}, fmt.Errorf("%w: %s", ErrUnit, unit)
	}
	if u.Dimension == Volume {
		return amount.Mul(r.base(u)), nil
	}
	d, ok := DensityOf(item)
	if !ok {
		return Rational{}, fmt.Errorf("%w: %s", ErrDensity, item)
	}
	return amount.Mul(u.Base).Quo(d.GPerMl), nil
}

// Densities are grams in a US cup of 236.588 ml, over that volume. They follow
// the household weights of USDA FoodData Central (SR Legacy, public domain) as
// remembered: that table could not be reached when this one was written, so each
// row is still to be checked against it.
var Densities = []Density{
	{"water", dec("1.002"), []string{"water", "stock", "broth", "tonic water", "ice water"}},
	{"milk", dec("1.031"), []string{"milk", "buttermilk"}},
	{"double cream", dec("1.006"), []string{"cream", "soured cream", "sour cream"}},
	{"yogurt", dec("1.036"), []string{"yogurt", "yoghurt"}},
	{"oil", dec("0.913"), []string{"oil"}},
	{"butter", dec("0.959"), []string{"butter"}},
	{"honey", dec("1.433"), []string{"honey"}},
	{"syrup", dec("1.361"), []string{"maple syrup", "golden syrup", "treacle", "molasses", "syrup"}},
	{"granulated sugar", dec("0.845"), []string{"sugar", "caster sugar"}},
	{"brown sugar", dec("0.930"), []string{"brown sugar", "muscovado"}},
	{"icing sugar", dec("0.507"), []string{"icing sugar", "powdered sugar", "confectioners' sugar"}},
	{"wheat flour", dec("0.528"), []string{"flour", "plain flour", "bread flour"}},
	{"rye flour", dec("0.431"), []string{"rye flour"}},
	{"cornflour", dec("0.541"), []string{"cornflour", "cornstarch"}},
	{"cocoa", dec("0.363"), []string{"cocoa", "cocoa powder"}},
	{"rolled oats", dec("0.342"), []string{"oats", "rolled oats"}},
	{"salt", dec("1.234"), []string{"salt", "fine salt", "table salt"}},
	{"rice", dec("0.782"), []string{"rice"}},
	{"almonds", dec("0.604"), []string{"almonds"}},
	{"walnuts", dec("0.495"), []string{"walnuts", "chopped walnuts"}},
	{"sesame seeds", dec("0.609"), []string{"sesame seeds", "sesame"}},
	{"wine", dec("0.990"), []string{"wine", "cider", "vermouth"}},
}

// notMeasured are words that make another thing of what follows.
var notMeasured = []string{"peanut", "flakes", "crumb", "sauce", "paste", "cheese", "powdered milk", "milk powder", "extract", "flaky", "coarse", "rock salt", "buttermilk powder"}

// DensityOf finds an item's row: the one whose words end the item's name, the
// longest first ("rye flour" before "flour"). Items whose other words change how
// they pack, such as flaky salt, are not in the table.
func DensityOf(item string) (Density, bool) {
	s := " " + strings.ToLower(strings.TrimSpace(item))
	for _, w := range notMeasured {
		if strings.Contains(s, w) {
			return Density{}, false
		}
	}
	var best Density
	longest := 0
	for _, d := range Densities {
		for _, w := range d.words {
			if len(w) > longest && strings.HasSuffix(s, " "+w) {
				best, longest = d, len(w)
			}
		}
	}
	return best, longest > 0
}

// Celsius turns degrees Fahrenheit into degrees Celsius, (°F − 32)·5/9.
func Celsius(fahrenheit float64) float64 { return (fahrenheit - 32) * 5 / 9 }

// Fahrenheit turns degrees Celsius into degrees Fahrenheit.
func Fahrenheit(celsius float64) float64 { return celsius*9/5 + 32 }
