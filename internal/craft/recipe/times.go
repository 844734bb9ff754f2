package recipe

import (
	"math"
	"regexp"
	"strings"

	"figladder/internal/craft/measure"
)

// Duration is a time that a method asks for, minutes. Low and High differ for a
// range or a word such as overnight.
type Duration struct {
	LowMin  float64 `json:"lowMin" doc:"Least, minutes"`
	HighMin float64 `json:"highMin" doc:"Most, minutes"`
	Written string  `json:"written" doc:"As it stands in the step"`
}

// Temperature is an oven or food temperature that a method asks for.
type Temperature struct {
	CelsiusDeg    float64 `json:"celsiusDeg" doc:"Degrees Celsius"`
	FahrenheitDeg float64 `json:"fahrenheitDeg" doc:"The same in degrees Fahrenheit"`
	Written       string  `json:"written" doc:"As it stands in the step"`
}

const (
	count = `(\d+(?:[.,]\d+)?(?: \d/\d)?|\d+/\d+|half an?|an?|one|two|three|four|five|six|eight|ten|twelve)`
	unit  = `(minutes?|mins?|hours?|hrs?|h|days?|seconds?|secs?|nights?)`
)

var (
	ranged2   = regexp.MustCompile(`(?i)\b` + count + `\s*(?:-|to|or)\s*` + count + `[ -]?` + unit + `\b`)
	hoursMins = regexp.MustCompile(`(?i)\b` + count + `[ -]?(?:hours?|hrs?|h)\b(?:,? and)? ?` + count + `[ -]?(?:minutes?|mins?|m)\b`)
	andHalf   = regexp.MustCompile(`(?i)\b` + count + ` (?:and a half (hours?|minutes?|days?)|(hours?|minutes?|days?) and a half)\b`)
	plain     = regexp.MustCompile(`(?i)\b` + count + `[ -]?` + unit + `\b`)
	overnight = regexp.MustCompile(`(?i)\bovernight\b`)
	quarter   = regexp.MustCompile(`(?i)\b(a|three) quarters? of an hour\b`)
)

// night is what "overnight" means: eight to twelve hours.
var night = [2]float64{8 * 60, 12 * 60}

var wordNumber = map[string]float64{"a": 1, "an": 1, "one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "eight": 8, "ten": 10, "twelve": 12, "half a": 0.5, "half an": 0.5}

func numberOf(s string) float64 {
	s = strings.ToLower(s)
	if v, ok := wordNumber[s]; ok {
		return v
	}
	return exact(s).Float()
}

func minutesIn(unit string) float64 {
	switch u := strings.ToLower(unit); {
	case strings.HasPrefix(u, "s"):
		return 1. / 60
	case strings.HasPrefix(u, "h"):
		return 60
	case strings.HasPrefix(u, "d"):
		return 1440
	case strings.HasPrefix(u, "n"):
		return night[0]
	}
	return 1
}

// Durations finds the times in a step, in order. A number without a unit of time
// is none.
func Durations(step string) []Duration {
	s := dashes.Replace(vulgar.Replace(step))
	s = spaces.ReplaceAllString(s, " ")
	type hit struct {
		at int
		d  Duration
	}
	var hits []hit
	take := func(re *regexp.Regexp, read func(m []string) (float64, float64)) {
		for {
			at := re.FindStringSubmatchIndex(s)
			if at == nil {
				return
			}
			m := make([]string, len(at)/2)
			for i := range m {
				if at[2*i] >= 0 {
					m[i] = s[at[2*i]:at[2*i+1]]
				}
			}
			low, high := read(m)
			if low > 0 && low <= high && !math.IsInf(high, 0) {
				hits = append(hits, hit{at[0], Duration{low, high, m[0]}})
			}
			// What is read is blanked, so that no shorter reading finds it again.
			s = s[:at[0]] + strings.Repeat("_", at[1]-at[0]) + s[at[1]:]
		}
	}
	take(quarter, func(m []string) (float64, float64) {
		if strings.EqualFold(m[1], "a") {
			return 15, 15
		}
		return 45, 45
	})
	take(hoursMins, func(m []string) (float64, float64) {
		v := numberOf(m[1])*60 + numberOf(m[2])
		return v, v
	})
	take(andHalf, func(m []string) (float64, float64) {
		v := (numberOf(m[1]) + 0.5) * minutesIn(m[2]+m[3])
		return v, v
	})
	take(ranged2, func(m []string) (float64, float64) {
		k := minutesIn(m[3])
		return numberOf(m[1]) * k, numberOf(m[2]) * k
	})
	take(plain, func(m []string) (float64, float64) {
		v := numberOf(m[1]) * minutesIn(m[2])
		if strings.HasPrefix(strings.ToLower(m[2]), "n") {
			return v, numberOf(m[1]) * night[1]
		}
		return v, v
	})
	take(overnight, func([]string) (float64, float64) { return night[0], night[1] })
	out := make([]Duration, 0, len(hits))
	for len(hits) > 0 { // by place
		first := 0
		for i := range hits {
			if hits[i].at < hits[first].at {
				first = i
			}
		}
		out = append(out, hits[first].d)
		hits = append(hits[:first], hits[first+1:]...)
	}
	return out
}

var (
	degrees = regexp.MustCompile(`(?i)(-?\d{1,3})\s*(?:°|º|degrees?)\s*(C|F|celsius|fahrenheit)\b|\b(\d{2,3}) ?(?-i:(C|F))\b`)
	gasMark = regexp.MustCompile(`(?i)\bgas (?:mark )?(\d{1,2})\b`)
	either2 = regexp.MustCompile(`^\s*(?:/|\(|,| or |fan|\s)+`)
)

// An oven stands between these, °C: a figure with a bare C or F outside them is something else.
const (
	leastOven = 40
	mostOven  = 320
)

// gas marks 1 to 10 in °C, as printed on British cookers.
var gas = []float64{140, 150, 170, 180, 190, 200, 220, 230, 240, 260}

// Temperatures finds the temperatures in a step. The same oven said twice ("180°C
// / 350°F / gas 4") is one: the first that stands.
func Temperatures(step string) []Temperature {
	out := []Temperature{}
	end := -1
	add := func(from, to int, celsius float64) {
		again := end >= 0 && either2.MatchString(step[end:from]+" ") && strings.Trim(either2.ReplaceAllString(step[end:from], ""), " ()/") == ""
		end = to
		if !again {
			out = append(out, Temperature{celsius, measure.Fahrenheit(celsius), strings.TrimSpace(step[from:to])})
		}
	}
	rest := 0
	for rest < len(step) {
		d, g := degrees.FindStringSubmatchIndex(step[rest:]), gasMark.FindStringSubmatchIndex(step[rest:])
		switch {
		case d != nil && (g == nil || d[0] < g[0]):
			figure, scale := step[rest+max(d[2], d[6]):rest+max(d[3], d[7])], step[rest+max(d[4], d[8])]
			v := exact(strings.TrimPrefix(figure, "-")).Float()
			if figure[0] == '-' {
				v = -v
			}
			if scale == 'F' || scale == 'f' {
				v = measure.Celsius(v)
			}
			if d[2] >= 0 || v >= leastOven && v <= mostOven { // a bare letter only for what an oven does
				add(rest+d[0], rest+d[1], v)
			}
			rest += d[1]
		case g != nil:
			if n := int(exact(step[rest+g[2] : rest+g[3]]).Float()); n >= 1 && n <= len(gas) {
				add(rest+g[0], rest+g[1], gas[n-1])
			}
			rest += g[1]
		default:
			return out
		}
	}
	return out
}
