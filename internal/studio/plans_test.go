package studio_test

import (
	"strings"
	"testing"

	"figladder/internal/store/storetest"
	"figladder/internal/studio/cupboard"
	"figladder/internal/studio/list"
	"figladder/internal/studio/studiotest"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gorm.io/gorm"
)

// Everything that people read has an index which its plan uses, and none reads a whole
// table. What is explained is what is really sent: every query of each reading is caught on
// its way to the database.
func TestEveryReadingUsesAnIndex(t *testing.T) {
	k := studiotest.New(t)
	shoot, shot := storetest.Many(t, k.Store)
	const dish = "dish41"
	var sent []string
	catch := func(tx *gorm.DB) {
		if sql := tx.Statement.SQL.String(); strings.HasPrefix(strings.ToLower(sql), "select") {
			sent = append(sent, tx.Dialector.Explain(sql, tx.Statement.Vars...))
		}
	}
	require.NoError(t, k.Store.Callback().Query().After("gorm:query").Register("catch", catch))
	require.NoError(t, k.Store.Callback().Row().After("gorm:row").Register("catch", catch))
	require.NoError(t, k.Store.Callback().Raw().After("gorm:raw").Register("catch", catch))
	ctx := t.Context()
	for name, read := range map[string]func() error{
		"shoots by day":    func() error { _, err := k.Ladder.Shoots(ctx, shoot, 50); return err },
		"a shoot's ladder": func() error { _, err := k.Ladder.Ladder(ctx, shoot); return err },
		"dishes":           func() error { _, err := k.Kitchen.Dishes(ctx, shoot); return err },
		"trials of a dish": func() error { _, err := k.Kitchen.Trials(ctx, dish); return err },
		"shopping":         func() error { _, err := k.Kitchen.Shopping(ctx, shoot, "metric"); return err },
		"references":       func() error { _, err := k.Brief.References(ctx, shoot); return err },
		"the list":         func() error { _, err := k.List.List(ctx, shoot, list.ListAsk{Limit: 100}); return err },
		"a sifted list": func() error {
			_, err := k.List.List(ctx, shoot, list.ListAsk{Angle: "level", Words: "frame", Limit: 100})
			return err
		},
		"what it comes to":   func() error { _, err := k.List.ListSums(ctx, shoot); return err },
		"grouping":           func() error { _, err := k.List.GroupingOf(ctx, shoot); return err },
		"search":             func() error { _, err := k.List.Search(ctx, "quince 77"); return err },
		"search in shots":    func() error { _, err := k.List.Search(ctx, "frame 4711"); return err },
		"findings set aside": func() error { _, err := k.List.Asides(ctx, shoot); return err },
		"props, four ways": func() error {
			_, err := k.Cupboard.Props(ctx, cupboard.PropAsk{Kind: "plate", Hue: "blue", LeastMm: 180, MostMm: 200, Finish: "matt", Limit: 80})
			return err
		},
		"props by words": func() error {
			_, err := k.Cupboard.Props(ctx, cupboard.PropAsk{Words: "slate 77", Limit: 80})
			return err
		},
		"the pull list":     func() error { _, err := k.Cupboard.Pulls(ctx, shoot); return err },
		"frames of a shoot": func() error { _, err := k.Frames.Frames(ctx, shoot, ""); return err },
		"frames of a shot":  func() error { _, err := k.Frames.Frames(ctx, "", shot); return err },
		"finish":            func() error { _, err := k.Finish.ListOf(ctx, shot); return err },
		"previews":          func() error { _, err := k.Set.Previews(ctx, shot); return err },
		"a set":             func() error { _, err := k.Set.SetOf(ctx, shot); return err },
		"publications":      func() error { _, err := k.Out.Publications(ctx, shoot, ""); return err },
		"sent of a shot":    func() error { _, err := k.Out.Publications(ctx, "", shot); return err },
		"the last deeds":    func() error { _, err := k.Deeds(ctx, shoot, 30); return err },
		"taken away":        func() error { _, err := k.Bin(ctx, k.Owner); return err },
		"a sign-in":         func() error { _, err := k.People.SignIn(ctx, "", "owner@loft.example", "four plain words"); return err },
	} {
		sent = nil
		require.NoError(t, read(), name)
		require.NotEmpty(t, sent, name)
		for _, q := range sent {
			var plan []string
			require.NoError(t, k.Store.Session(&gorm.Session{NewDB: true}).Raw("explain "+q).Scan(&plan).Error, q)
			text := strings.Join(plan, "\n")
			for _, table := range []string{"shoots", "dishes", "shots", "frames", "publications", "deeds", "trials", "refs", "goods", "props", "reservations"} {
				assert.NotContains(t, text, "Seq Scan on "+table, "%s:\n%s\n%s", name, q, text)
			}
		}
	}
}
