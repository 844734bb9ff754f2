// Package release checks a finished frame against where it is going: shape,
// pixels, words, alt text and credit.
package release

import (
	"fmt"
	"math"
	"strings"
	"unicode/utf8"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/finding"
)

// Words goes out with a picture.
type Words struct {
	Title   string `json:"title" maxLength:"200" doc:"Title"`
	Caption string `json:"caption" maxLength:"4000" doc:"Words under the picture"`
	Alt     string `json:"alt" maxLength:"1000" doc:"What the picture shows, for who cannot see it"`
	Credit  string `json:"credit" maxLength:"200" doc:"Who made it"`
}

// Crop is a part of a frame, in pixels from its top left corner.
type Crop struct {
	X      int `json:"x" doc:"Left edge, pixels"`
	Y      int `json:"y" doc:"Top edge, pixels"`
	Width  int `json:"width" doc:"Width, pixels"`
	Height int `json:"height" doc:"Height, pixels"`
}

// Fit returns the largest crop of a shape w:h inside a frame, scaled by zoom
// (1 is the largest, smaller comes in closer, 0.05 at the least) and centred at
// cx, cy (0 to 1 of the frame), moved as little as needed to stay inside.
func Fit(frameW, frameH, w, h int, zoom, cx, cy float64) Crop {
	zoom = math.Min(1, math.Max(0.05, zoom))
	fw, fh := float64(frameW), float64(frameH)
	cw := math.Min(fw, fh*float64(w)/float64(h)) * zoom
	ch := cw * float64(h) / float64(w)
	c := Crop{Width: max(1, int(cw+1e-9)), Height: max(1, int(ch+1e-9))}
	place := func(centre, full float64, size int) int {
		at := int(math.Round(centre*full - float64(size)/2))
		return min(max(0, at), int(full)-size)
	}
	c.X, c.Y = place(cx, fw, c.Width), place(cy, fh, c.Height)
	return c
}

// Lost is the share of the frame that the crop leaves out, 0 to 1.
func (c Crop) Lost(frameW, frameH int) float64 {
	return 1 - float64(c.Width)*float64(c.Height)/(float64(frameW)*float64(frameH))
}

// Out returns the pixel size the cut is written at: the crop's own, made smaller
// when the outlet takes no more.
func (o Outlet) Out(c Crop) (w, h int) {
	long := max(c.Width, c.Height)
	if o.MostLongPx == 0 || long <= o.MostLongPx {
		return c.Width, c.Height
	}
	k := float64(o.MostLongPx) / float64(long)
	return max(1, int(math.Round(float64(c.Width)*k))), max(1, int(math.Round(float64(c.Height)*k)))
}

// Check compares a cut with its outlet. A finding of severity stop means the
// outlet will refuse it.
func Check(o Outlet, frameW, frameH int, c Crop, words Words) []finding.Finding {
	out := []finding.Finding{}
	stop := func(code, subject, measure, limit, because, try string) {
		out = append(out, finding.Finding{Code: code, Severity: finding.Stop, Subject: subject, Measure: measure, Limit: limit, Because: because, Try: []finding.Try{finding.Hands(try)}})
	}
	if c.X < 0 || c.Y < 0 || c.Width < 1 || c.Height < 1 || c.X+c.Width > frameW || c.Y+c.Height > frameH {
		stop("crop-outside", "Crop", fmt.Sprintf("%d × %d at %d, %d", c.Width, c.Height, c.X, c.Y), fmt.Sprintf("inside %d × %d", frameW, frameH), "The crop reaches past the frame.", "Move it back inside")
		return out
	}
	if w, h, ok := brief.Shape(o.Shape); ok {
		if off := math.Abs(float64(c.Width)/float64(c.Height)/(float64(w)/float64(h)) - 1); off > 0.01 {
			stop("shape", "Shape", fmt.Sprintf("%.3f", float64(c.Width)/float64(c.Height)), o.Shape, o.Name+" shows "+o.Shape+" only.", "Fit the crop to the shape")
		}
	}
	if long := max(c.Width, c.Height); long < o.LeastLongPx {
		stop("pixels", "Pixels", fmt.Sprintf("%d on the long side", long), fmt.Sprintf("%d or more", o.LeastLongPx), "The cut would be enlarged and look soft.", "Crop less closely, or choose a larger frame")
	}
	if strings.TrimSpace(words.Title) == "" {
		stop("title", "Title", "none", "a title", "A picture without a title is not found again.", "Give it the dish's name")
	}
	if o.NeedsAlt && strings.TrimSpace(words.Alt) == "" {
		stop("alt", "Alt text", "none", "alt text", "Some readers hear the picture instead of seeing it.", "Say what is in the picture in a sentence")
	}
	if o.NeedsCredit && strings.TrimSpace(words.Credit) == "" {
		stop("credit", "Credit", "none", "a credit", o.Name+" prints who made the picture.", "Write the studio's name")
	}
	if n := utf8.RuneCountInString(words.Caption); o.MostWords > 0 && n > o.MostWords {
		stop("caption-long", "Words", fmt.Sprintf("%d characters", n), fmt.Sprintf("%d", o.MostWords), o.Name+" cuts longer captions off.", "Shorten it")
	}
	if lost := c.Lost(frameW, frameH); lost > 0.4 {
		out = append(out, finding.Finding{Code: "crop-loses", Severity: finding.Note, Subject: "Crop", Measure: fmt.Sprintf("%.0f %% of the frame left out", lost*100),
			Limit: "40 %", Because: "Look at what is cut off: a knife showing only its handle cannot be read.", Try: []finding.Try{finding.Hands("Move the crop, or take a frame for this shape")}})
	}
	return out
}

// Finals compares the pixels of a cut that is written w by h with what a brief asks of finals
// of its shape.
func Finals(o Outlet, w, h int, asked []brief.Deliverable) []finding.Finding {
	out := []finding.Finding{}
	for _, d := range asked {
		if d.Shape == o.Shape && max(w, h) < d.LongPx {
			out = append(out, finding.Finding{Code: "final-small", Severity: finding.Care, Subject: d.Name, Measure: fmt.Sprintf("%d px on the long side", max(w, h)), Limit: fmt.Sprintf("%d px", d.LongPx),
				Because: "The brief asks for more, so this cut would not count as that final.", Try: []finding.Try{finding.Hands("Go back from so close, or hand a larger file over as well")}})
		}
	}
	return out
}

// Refused reports whether any finding stops the cut.
func Refused(fs []finding.Finding) bool {
	for _, f := range fs {
		if f.Severity == finding.Stop {
			return true
		}
	}
	return false
}
