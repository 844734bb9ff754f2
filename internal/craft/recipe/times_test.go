package recipe

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

func TestDurations(t *testing.T) {
	for step, want := range map[string][][2]float64{
		"Chill for 2 to 3 hours.":                                  {{120, 180}},
		"Chill for 2–3 hours, then rest 10 mins.":                  {{120, 180}, {10, 10}},
		"Bake for 1 hour 30 minutes.":                              {{90, 90}},
		"Bake for 1 hour and 15 minutes until set":                 {{75, 75}},
		"Simmer for half an hour.":                                 {{30, 30}},
		"Leave for an hour and a half.":                            {{90, 90}},
		"Leave for one and a half hours":                           {{90, 90}},
		"Freeze overnight.":                                        {{480, 720}},
		"Cure for two days.":                                       {{2880, 2880}},
		"Smoke for ten minutes, then whisk for 30 seconds.":        {{10, 10}, {0.5, 0.5}},
		"Bake for 1½ hours":                                        {{90, 90}},
		"Cook 5-7 min":                                             {{5, 7}},
		"Rest for three quarters of an hour":                       {{45, 45}},
		"A 20-minute rest":                                         {{20, 20}},
		"Cut into 8 wedges and add 2 eggs.":                        {},
		"Soak overnight, or for at least 8 hours; drain 5 minutes": {{480, 720}, {480, 480}, {5, 5}},
		"Leave 0 minutes":                                          {},
	} {
		got := [][2]float64{}
		for _, d := range Durations(step) {
			got = append(got, [2]float64{d.LowMin, d.HighMin})
			assert.NotEmpty(t, d.Written)
		}
		assert.Equal(t, want, got, step)
	}
}

func TestTemperatures(t *testing.T) {
	for step, want := range map[string][]float64{
		"Bake at 180°C for an hour":                   {180},
		"Heat the oven to 180°C/350°F/gas 4.":         {180},
		"Heat the oven to 350°F (180°C)":              {176.667},
		"Heat oven to 200 °C, then turn to 160 °C":    {200, 160},
		"Bake at gas mark 6":                          {200},
		"Freeze at -18 °C":                            {-18},
		"Cook to 74 degrees Celsius in the middle":    {74},
		"Add 180 g sugar":                             {},
		"Bake at 150 C, gas 2":                        {150},
		"Heat oven to 425F.":                          {218.333},
		"Roast at 220C/200C fan":                      {220},
		"Vitamin B 12 C and 20 c of tea":              {},
		"Heat the oven to 120 °C and bake 90 minutes": {120},
	} {
		got := []float64{}
		for _, x := range Temperatures(step) {
			got = append(got, float64(int(x.CelsiusDeg*1000+0.5*sign(x.CelsiusDeg)))/1000)
		}
		assert.Equal(t, want, got, step)
	}
}

func sign(v float64) float64 {
	if v < 0 {
		return -1
	}
	return 1
}

func FuzzTimes(f *testing.F) {
	f.Add("Chill for 2 to 3 hours at 180°C/350°F/gas 4 overnight")
	f.Add("9999999999999999 hours and a half")
	f.Fuzz(func(t *testing.T, step string) {
		for _, d := range Durations(step) {
			if d.LowMin <= 0 || d.HighMin < d.LowMin {
				t.Fatalf("%+v in %q", d, step)
			}
		}
		Temperatures(step)
	})
}
