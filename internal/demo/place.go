package demo

import "figladder/internal/craft/almanac"

// ternLoft is the studio: one room with a west window and a north roof light.
var ternLoft = almanac.Place{
	Name: "Tern Loft Studio", LatDeg: 50.35, LonDeg: -4.12, Zone: zone, TableMm: 750,
	Windows: []almanac.Window{
		{Name: "West window", BearingDeg: 270, WidthMm: 1400, HeightMm: 1600, SillMm: 700, RevealMm: 180, Glass: 0.8, AwayMm: 1250, AlongMm: -130,
			Outside: []almanac.Outside{{Kind: "wall", AwayMm: 6000, BottomMm: -2250, WidthMm: 14000, HeightMm: 5200, Colour: "#b8863b"}}},
		{Name: "North roof light", Roof: true, BearingDeg: 0, WidthMm: 1100, HeightMm: 900, SillMm: 2950, RevealMm: 250, Glass: 0.75, AwayMm: 900, AlongMm: 300, Outside: []almanac.Outside{}},
	},
}

// place puts the studio's windows in.
func (l *loader) place() {
	if l.err != nil {
		return
	}
	_, l.err = l.st.Set.SavePlace(l.ctx, l.who, "", 0, ternLoft)
}
