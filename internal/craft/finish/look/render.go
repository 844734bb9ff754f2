package look

import (
	"context"
	"image"
	"math"
	"slices"

	"figladder/internal/craft/cores"
)

// work is what a step does to a row that lies in the frame as said.
type work func(p row, at line)

// tones are the steps that work place by place, in their order.
func tones(steps []Step, w, h int) (all []work) {
	for _, s := range steps {
		if s.Off {
			continue
		}
		switch s.Kind {
		case Level:
			if s.Stops != 0 {
				k := float32(math.Exp2(s.Stops))
				all = append(all, func(p row, _ line) { times(p, k) })
			}
		case White:
			if m, ok := s.whitening(); ok {
				all = append(all, func(p row, _ line) { m.on(p) })
			}
		case Tone:
			if t, ok := s.gains(); ok {
				all = append(all, func(p row, _ line) { t.on(p) })
			}
		case Band:
			if b, ok := s.band(); ok {
				all = append(all, func(p row, _ line) { b.on(p) })
			}
		case Local:
			if l, ok := s.local(w, h); ok {
				all = append(all, l.on)
			}
		case Mend, Crop, Sharpen, Grain: // worked before or after
		}
	}
	return all
}

// InOrder are steps as they are worked: by what kind they are, and as they are listed among those of a kind that can be
// in any order.
func InOrder(steps []Step) []Step {
	out := slices.Clone(steps)
	slices.SortStableFunc(out, func(a, b Step) int { return stages[a.Kind] - stages[b.Kind] })
	return out
}

// bandRows is how many rows are worked at a time: few enough to stay near the processor, many enough that what a sharpening
// works out twice is little.
const bandRows = 96

// Render makes the picture of a frame. scale is the frame's size by that of the full one, 1 for that itself: what is said in
// pixels is said of the full size. The frame is read, never written. A picture of eight bits comes out in eight, one of more
// in sixteen. ctx's error when that ends.
func Render(ctx context.Context, frame image.Image, steps []Step, scale float64) (image.Image, error) {
	from := sourceOf(frame)
	steps = InOrder(steps)
	in := rows{mendedBy(from, steps), cutOf(steps, from.w, from.h)}
	works := tones(steps, from.w, from.h)
	var sharp []sharpening
	var grain []graining
	reach := 0
	for _, s := range steps {
		if s.Off {
			continue
		}
		switch s.Kind {
		case Sharpen:
			if k, ok := s.sharpening(scale); ok {
				sharp = append(sharp, k)
				reach += k.reach()
			}
		case Grain:
			if g, ok := s.graining(scale); ok {
				grain = append(grain, g)
			}
		case Mend, Crop, Level, White, Tone, Local, Band:
		}
	}
	out := resultOf(in.w, in.h, from.deep)
	err := cores.Each(ctx, (in.h+bandRows-1)/bandRows, func(n int) {
		a, b := n*bandRows, min(in.h, (n+1)*bandRows)
		top, foot := max(0, a-reach), min(in.h, b+reach)
		block := make([]row, foot-top)
		for i := range block {
			block[i] = newRow(in.w)
		}
		in.read(top, block)
		for i, p := range block {
			at := in.line(top + i)
			for _, w := range works {
				w(p, at)
			}
			if len(sharp) > 0 {
				bounded(p)
			}
		}
		for left, k := reach, 0; k < len(sharp); k++ {
			left -= sharp[k].reach()
			sharp[k].on(block, max(0, a-left)-top, min(in.h, b+left)-top)
		}
		for y := a; y < b; y++ {
			p := block[y-top]
			for _, g := range grain {
				g.on(p, y)
			}
			out.write(y, p)
		}
	})
	return out.image(), err
}

// bounded brings light into what is shown, before it is sharpened: what is far over white would darken what is beside it.
func bounded(p row) {
	for i := range p.r {
		p.r[i], p.g[i], p.b[i] = ends(p.r[i], p.g[i], p.b[i])
	}
}
