package day_test

import (
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"figladder/internal/craft/almanac"
	"figladder/internal/craft/brief"
	"figladder/internal/craft/dayplan"
	"figladder/internal/studio/day"
	"figladder/internal/studio/studiotest"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// readBack is a PDF's text as Debian's pdftotext has it.
func readBack(t *testing.T, pdf []byte) string {
	t.Helper()
	path := filepath.Join(t.TempDir(), "a.pdf")
	require.NoError(t, os.WriteFile(path, pdf, 0o600))
	out, err := exec.Command("pdftotext", "-layout", path, "-").CombinedOutput()
	require.NoError(t, err, string(out))
	return string(out)
}

// Each of the crew has a part of the prep list with their own work, and the call sheet has them with their hours and what
// they keep away from; who is away has nothing to do then.
func TestThePrepListIsByPerson(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, shots := k.Toddy(t)
	b := shoot.Brief
	b.When = "2026-12-03"
	b.Crew = []brief.Hand{{Name: "Maud Pellow", Does: "photographer"}, {Name: "Ines Corrow", Does: "stylist", Avoids: []string{"nuts"}}, {Name: "Tam Lisk", Does: "assistant", From: "10:30"}}
	_, err := k.Brief.SaveShoot(ctx, k.Owner, shoot.Key, shoot.Version, shoot.Name, b)
	require.NoError(t, err)
	place, err := k.Set.AddPlace(ctx, k.Owner, almanac.Place{Name: "Loft", LatDeg: 50.4, LonDeg: -4.1, Zone: "Europe/London", TableMm: 750, Notes: "Park behind the bakery."})
	require.NoError(t, err)
	require.NotNil(t, place)
	_, err = k.Day.PrintPrep(ctx, shoot.Key)
	require.Error(t, err, "no day is taken")
	o, err := k.Day.OffersOf(ctx, shoot.Key)
	require.NoError(t, err)
	require.NotEmpty(t, o.Offers, "%+v", o.Clash)
	bench, err := k.Day.Take(ctx, k.Owner, shoot.Key, day.Taking{Style: o.Offers[0].Style, Starts: o.Offers[0].Starts})
	require.NoError(t, err)
	hero := studiotest.Hero(shots)
	for _, j := range bench.Jobs {
		if j.ShotID == hero.Key && j.Kind == dayplan.Frame {
			assert.Contains(t, j.Who, "Maud Pellow")
		}
		if strings.Contains(strings.Join(j.Who, " "), "Tam") && j.AtMin >= 0 {
			assert.GreaterOrEqual(t, j.AtMin, 10*60+30, j.Name)
		}
	}
	pdf, err := k.Day.PrintPrep(ctx, shoot.Key)
	require.NoError(t, err)
	text := readBack(t, pdf)
	maud, ines := strings.Index(text, "Maud Pellow"), strings.Index(text, "Ines Corrow")
	require.True(t, 0 <= maud && maud < ines, text)
	pdf, err = k.Day.PrintCallSheet(ctx, shoot.Key)
	require.NoError(t, err)
	text = readBack(t, pdf)
	assert.Contains(t, text, "Ines Corrow, stylist")
	assert.Contains(t, text, "Forecast:")
	assert.Contains(t, text, "% of the sky in cloud")
	assert.Contains(t, text, "From the recce: Park behind the bakery.")
	assert.Contains(t, text, "keeps away from nuts")
	assert.Contains(t, text, "Tam Lisk, assistant, 10:30")
}
