package kit

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func TestPhoneLensOnALineAndBack(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		mm := func(name string, most int) float64 { return float64(rapid.IntRange(1, most*10).Draw(t, name)) / 10 }
		l := FixedLens{Name: rapid.StringMatching(`[A-Za-z0-9 ]{0,10}[A-Za-z]`).Draw(t, "name"), FocalMm: mm("focal", 20), Number: mm("number", 8), SensorWMm: mm("wide", 20), SensorHMm: mm("high", 20), PixelsLong: rapid.IntRange(1, 20000).Draw(t, "px"), ClosestMm: mm("closest", 900)}
		back, err := ParseFixedLens(l.String())
		require.NoError(t, err)
		l.Name = back.Name // spaces at its ends go
		require.Equal(t, l, back)
	})
	for _, bad := range []string{"", "Main", "Main: 6.8 mm", "Main: f/2, sensor 1 x 1 mm, 3 px, from 2 mm"} {
		_, err := ParseFixedLens(bad)
		assert.Error(t, err, bad)
	}
}

func TestPhoneLensIsWhole(t *testing.T) {
	good := FixedLens{Name: "Main", FocalMm: 6.8, Number: 1.8, SensorWMm: 9.8, SensorHMm: 7.3, PixelsLong: 8064, ClosestMm: 120}
	phone := Item{Name: "Phone", Kind: Phone, Count: 1, SensorWMm: 9.8, SensorHMm: 7.3, PixelsLong: 8064, Lenses: []FixedLens{good}}
	assert.Empty(t, phone.Check())
	for _, spoil := range []func(*FixedLens){
		func(l *FixedLens) { l.Name = " " }, func(l *FixedLens) { l.FocalMm = 0 }, func(l *FixedLens) { l.Number = 0 }, func(l *FixedLens) { l.SensorHMm = 12 },
		func(l *FixedLens) { l.PixelsLong = 0 }, func(l *FixedLens) { l.ClosestMm = 5 },
	} {
		l := good
		spoil(&l)
		phone.Lenses = []FixedLens{good, l}
		require.Len(t, phone.Check(), 1)
		assert.Equal(t, "lenses.1", phone.Check()[0].Path)
	}
}
