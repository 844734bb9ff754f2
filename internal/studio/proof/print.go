package proof

import (
	"bytes"
	"context"
	"fmt"
	"image/png"

	"figladder/internal/formats/photo"
	"figladder/internal/formats/sheet"
	"figladder/internal/store"
	"figladder/internal/studio/core"
)

// printedPx is the long side of a picture on a contact sheet, pixels: some 200 to the inch.
const printedPx = 480

// Sheet writes a round as PDF, for who decides on paper: its pictures with their numbers, and boxes and lines to answer on.
func (s *Room) Sheet(ctx context.Context, roundID string) ([]byte, error) {
	row, err := store.Find[store.ProofRoundRow](s.Store.WithContext(ctx), roundID)
	if err != nil {
		return nil, err
	}
	shoot, err := s.Finish.Frames.Brief.Shoot(ctx, row.ShootID)
	if err != nil {
		return nil, err
	}
	done, err := s.Turn(ctx)
	if err != nil {
		return nil, err
	}
	defer done()
	out := sheet.Sheet{Title: shoot.Name, Under: fmt.Sprintf("Round %d, %s, sent %s", row.Number, core.Plural(len(row.Choices), "picture"), row.CreatedAt.Format("2 January 2006")), At: s.Now()}
	if row.Note != "" {
		out.Parts = append(out.Parts, sheet.Part{Lines: []string{row.Note}})
	}
	seen := sheet.Part{}
	answers := sheet.Part{Heading: "Answers", Columns: []sheet.Column{{Name: "No", Width: 2}, {Name: "What it shows", Width: 7}, {Name: "Yes", Width: 2}, {Name: "Change", Width: 2}, {Name: "No", Width: 2}, {Name: "In words", Width: 9}}}
	for _, c := range row.Choices {
		data, err := s.Shown(ctx, c.Picture, printedPx)
		if err != nil {
			return nil, err
		}
		img, err := photo.Decode(ctx, data)
		if err != nil {
			return nil, err
		}
		var b bytes.Buffer
		if err := png.Encode(&b, core.Scaled(img, printedPx)); err != nil {
			return nil, err
		}
		seen.Pictures = append(seen.Pictures, sheet.Picture{PNG: b.Bytes(), Caption: c.Label + " " + c.Title})
		answers.Rows = append(answers.Rows, []string{c.Label, c.Title, sheet.Tick, sheet.Tick, sheet.Tick, "\n\n"})
	}
	out.Parts = append(out.Parts, seen, answers, sheet.Part{Lines: []string{"", "Who decides, and the day:"}})
	return out.PDF(ctx)
}
