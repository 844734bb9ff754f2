package compose

import (
	"context"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/light"
	"figladder/internal/craft/scene"
)

// Judged is a set read whole: its figures, how its frame reads, its crops, and what stands
// against it, the dearest first.
type Judged struct {
	scene.Report
	Look  Look
	Crops []Crop
}

// Judge reads a set: a person's and a drafted one are judged by it alike. It gives up with
// ctx's error when that ends.
func Judge(ctx context.Context, set scene.Set, w scene.Wants, wanted []Wanted, d light.Detail) (Judged, error) {
	r, objects, engine, err := scene.ReadWith(ctx, set, w, d)
	if err != nil {
		return Judged{}, err
	}
	f := Of(set, objects, engine)
	all, by := judgedBy(set.Crop, wanted)
	out := Judged{Report: r, Look: f.Look(), Crops: f.Crops(all)}
	judged := out.Crops
	if set.Crop != "" {
		judged = f.Crops(by)
	}
	out.Findings = append(out.Findings, RunOut(set, judged)...)
	out.Findings = append(out.Findings, f.CropFindings(judged, by)...)
	out.Findings = append(out.Findings, f.Findings()...)
	out.Findings = finding.Weighed(out.Findings)
	return out, nil
}
