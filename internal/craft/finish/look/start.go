package look

// Start are steps as they begin, one of each kind, in the order in which they are offered: each does a little, so that it is
// seen, and none too much. A new one is given a key of its own.
func Start() []Step {
	return []Step{
		{Key: "level", Kind: Level, Stops: 0.25},
		{Key: "white", Kind: White, Kelvin: 5500},
		{Key: "tone", Kind: Tone, Slope: 1, Toe: 0.3, Shoulder: -0.2},
		{Key: "part", Kind: Local, Stops: 0.4, Mask: &Mask{Shape: Oval, Points: []Spot{{0.5, 0.5}}, Across: 0.16, Down: 0.12, Soft: 0.6}},
		{Key: "greens", Kind: Band, HueDeg: 115, WidthDeg: 60, TurnDeg: 10, Chroma: -0.05},
		{Key: "crop", Kind: Crop, Box: &Box{0.04, 0.04, 0.92, 0.92}},
		{Key: "spot", Kind: Mend, At: &Spot{0.5, 0.5}, From: &Spot{0.55, 0.5}, Radius: 0.012},
		{Key: "edges", Kind: Sharpen, RadiusPx: 0.8, Amount: 0.5},
		{Key: "grain", Kind: Grain, RadiusPx: 1.2, Amount: 0.06},
	}
}
