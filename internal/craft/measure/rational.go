// Package measure holds exact quantities and the kitchen's units.
package measure

import (
	"errors"
	"fmt"
	"math/big"
	"strings"
)

// Rational is an exact non-negative quantity such as 3/2. The zero value is 0.
// In JSON it is the text "3/2" or "2".
type Rational struct{ r *big.Rat }

// ErrNumber is returned for text that is no quantity.
var ErrNumber = errors.New("not a quantity; write 2, 1/2, 1 1/2 or 1.5")

// Ratio returns n/d. d must not be 0.
func Ratio(n, d int64) Rational { return Rational{big.NewRat(n, d)} }

// ParseRational reads "3/2", "2", "1.25", "1 1/2". It refuses negative numbers, exponents
// and more than 18 digits, which no recipe has.
func ParseRational(s string) (Rational, error) {
	s = strings.TrimSpace(s)
	if s == "" || len(s) > 18 || strings.ContainsAny(s, "eExXpP_+-") {
		return Rational{}, fmt.Errorf("“%s” is %w", s, ErrNumber)
	}
	whole, part, mixed := strings.Cut(s, " ")
	r, ok := new(big.Rat).SetString(whole)
	if ok && mixed {
		p, fine := new(big.Rat).SetString(strings.TrimSpace(part))
		if ok = fine && r.IsInt() && !p.IsInt(); ok {
			r.Add(r, p)
		}
	}
	if !ok {
		return Rational{}, fmt.Errorf("“%s” is %w", s, ErrNumber)
	}
	return Rational{r}, nil
}

func (q Rational) rat() *big.Rat {
	if q.r == nil {
		return new(big.Rat)
	}
	return q.r
}

// Add returns q + p.
func (q Rational) Add(p Rational) Rational { return Rational{new(big.Rat).Add(q.rat(), p.rat())} }

// Mul returns q × p.
func (q Rational) Mul(p Rational) Rational { return Rational{new(big.Rat).Mul(q.rat(), p.rat())} }

// inverse returns 1/q; q must not be 0.
func (q Rational) inverse() Rational { return Rational{new(big.Rat).Inv(q.rat())} }

// Cmp compares: −1, 0 or 1.
func (q Rational) Cmp(p Rational) int { return q.rat().Cmp(p.rat()) }

// IsZero reports whether q is 0.
func (q Rational) IsZero() bool { return q.rat().Sign() == 0 }

// Float returns the nearest float64.
func (q Rational) Float() float64 { f, _ := q.rat().Float64(); return f }

// String writes the exact fraction: "3/2", "2".
func (q Rational) String() string { return strings.TrimSuffix(q.rat().RatString(), "/1") }

// MarshalText implements encoding.TextMarshaler.
func (q Rational) MarshalText() ([]byte, error) { return []byte(q.String()), nil }

// UnmarshalText implements encoding.TextUnmarshaler.
func (q *Rational) UnmarshalText(b []byte) error {
	v, err := ParseRational(string(b))
	if err == nil {
		*q = v
	}
	return err
}

// Shown writes the quantity as a cook does: a whole number and a common fraction
// ("1 1/2") when the denominator is 2, 3, 4, 6 or 8, a short decimal otherwise.
func (q Rational) Shown() string {
	r := q.rat()
	if r.IsInt() {
		return r.Num().String()
	}
	if d := r.Denom(); d.IsInt64() {
		switch d.Int64() {
		case 2, 3, 4, 6, 8:
			whole, rest := new(big.Int).QuoRem(r.Num(), d, new(big.Int))
			if whole.Sign() == 0 {
				return fmt.Sprintf("%s/%s", rest, d)
			}
			return fmt.Sprintf("%s %s/%s", whole, rest, d)
		}
	}
	return strings.TrimRight(strings.TrimRight(r.FloatString(2), "0"), ".")
}
