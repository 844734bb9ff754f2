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
	Tables: []almanac.Table{{Name: "Long table", WidthMm: 1600, DepthMm: 900, Reflectance: 0.12, Colour: "#4a4039", Finish: "matt"}},
	Walls:  almanac.Walls{WidthMm: 6200, DepthMm: 5100, HeightMm: 2900, Returns: 0.35},
	BackMm: 1800, Sockets: 6, Crockery: []almanac.Crockery{},
}

// merrowKitchen is the client's own kitchen, half looked at: what a recce is for.
var merrowKitchen = almanac.Place{
	Name: "Merrow Ferry Kitchen", LatDeg: 50.33, LonDeg: -4.19, Zone: zone, TableMm: 740,
	Windows: []almanac.Window{
		{Name: "South window by the pass", BearingDeg: 172, WidthMm: 1800, HeightMm: 1200, SillMm: 1000, RevealMm: 260, Glass: 0.75, AwayMm: 1600,
			Outside: []almanac.Outside{{Kind: "awning", AwayMm: 900, BottomMm: 1450, WidthMm: 2600, HeightMm: 500, Colour: "#b5532f"}}},
	},
	Tables:   []almanac.Table{{Name: "Corner table", Round: true, WidthMm: 900, DepthMm: 900, Reflectance: 0.2, Colour: "#7a5c42", Finish: "satin"}},
	Crockery: []almanac.Crockery{{Name: "Black pot, two handles", DiameterMm: 240, Count: 8}, {Name: "Grey bowl", DiameterMm: 170, Count: 24}},
	Notes:    "Quiet before eleven. The awning tints the light: ask them to wind it in.",
}

// place puts the studio's windows in, and the client's kitchen.
func (l *loader) place() {
	if l.err != nil {
		return
	}
	_, l.err = l.st.Set.SavePlace(l.ctx, l.who, "", 0, ternLoft)
	if l.err == nil {
		_, l.err = l.st.Set.AddPlace(l.ctx, l.who, merrowKitchen)
	}
}
