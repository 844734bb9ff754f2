package optics_test

import (
	"fmt"

	"figladder/internal/craft/optics"
)

// How deep a plate is sharp at 50 mm and f/8, a metre away, on a full frame.
func ExampleDepthOfField() {
	d := optics.DepthOfField(50, 8, 0.03, 1000)
	fmt.Printf("%.0f to %.0f mm, %.0f mm deep\n", d.NearMm, d.FarMm, d.LengthMm())
	// Output: 916 to 1100 mm, 184 mm deep
}

// Which f-number covers a bowl that reaches from 900 to 1100 mm, and where to focus.
func ExampleNumberToCover() {
	n, err := optics.NumberToCover(50, 0.03, 900, 1100)
	if err != nil {
		fmt.Println(err)
		return
	}
	fmt.Printf("f/%.1f, focused at %.0f mm\n", n, optics.FocusBetween(900, 1100))
	// Output: f/8.9, focused at 990 mm
}
