package out_test

import (
	"errors"
	"testing"
	"time"

	"figladder/internal/craft/brief"
	"figladder/internal/standin"
	"figladder/internal/store"
	"figladder/internal/studio/list"
	"figladder/internal/studio/out"
	"figladder/internal/studio/studiotest"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// bench is a shoot with a hero that may go out, at a time that a test sets.
type bench struct {
	*studiotest.Kit
	hero store.Shot
	now  time.Time
}

func mayGoOut(t *testing.T) *bench {
	t.Helper()
	b := &bench{Kit: studiotest.New(t), now: time.Date(2027, 3, 26, 12, 0, 0, 0, time.UTC)}
	_, _, shots := b.Toddy(t)
	b.hero = studiotest.Hero(shots)
	b.KeptFrame(t, b.hero)
	b.Finished(t, b.hero)
	require.NoError(t, b.Says(t, b.hero.Key, "The kitchen", ""))
	b.Clock = func() time.Time { return b.now }
	return b
}

func (b *bench) briefed(t *testing.T, change func(*brief.Brief)) {
	t.Helper()
	s, err := b.Brief.Shoot(t.Context(), b.hero.ShootID)
	require.NoError(t, err)
	doc := s.Brief
	change(&doc)
	_, err = b.Brief.SaveShoot(t.Context(), b.Owner, s.Key, s.Version, s.Name, doc)
	require.NoError(t, err)
}

func (b *bench) order(at *time.Time) out.CutOrder {
	return out.CutOrder{Outlet: "tile", Zoom: 1, CentreX: .5, CentreY: .5, Words: studiotest.Words, At: at}
}

func (b *bench) state(t *testing.T) (state, answer string) {
	t.Helper()
	all, err := b.Out.Publications(t.Context(), "", b.hero.Key)
	require.NoError(t, err)
	return all[0].State, all[0].Answer
}

// What is ordered for an hour is judged by that hour, waits for it, and is judged again when it comes.
func TestAPictureWaitsForItsHour(t *testing.T) {
	b := mayGoOut(t)
	ctx := t.Context()
	b.briefed(t, func(d *brief.Brief) { d.Zone, d.Embargo = "Europe/London", "2027-03-29" })
	_, err := b.Out.Publish(ctx, b.Owner, b.hero.Key, b.order(nil))
	require.ErrorContains(t, err, "Embargo", "not now")
	eve, hour := time.Date(2027, 3, 28, 22, 59, 0, 0, time.UTC), time.Date(2027, 3, 28, 23, 0, 0, 0, time.UTC) // that night the clocks have changed
	_, err = b.Out.Publish(ctx, b.Owner, b.hero.Key, b.order(&eve))
	require.ErrorContains(t, err, "Embargo", "nor a minute before")
	p, err := b.Out.Publish(ctx, b.Owner, b.hero.Key, b.order(&hour))
	require.NoError(t, err)
	assert.Equal(t, "waiting", p.State)
	require.Error(t, b.Out.Deliver(ctx, p.ID), "a job that comes early is tried again")
	state, _ := b.state(t)
	assert.Equal(t, "waiting", state)
	twice, err := b.Out.Publish(ctx, b.Owner, b.hero.Key, b.order(&hour))
	require.NoError(t, err)
	assert.Equal(t, p.ID, twice.ID, "ordered twice it is one")
	b.now = hour
	require.NoError(t, b.Out.Deliver(ctx, p.ID))
	state, _ = b.state(t)
	assert.Equal(t, "accepted", state)
	assert.Equal(t, map[string]int{p.ID: 1}, b.Hall.Shown())

	past, far := b.now.Add(-time.Second), b.now.AddDate(3, 0, 0)
	for _, at := range []*time.Time{&past, &far} {
		_, err = b.Out.Publish(ctx, b.Owner, b.hero.Key, b.order(at))
		require.Error(t, err)
	}
}

// What was said between the order and the hour holds it back: a later embargo, a yes that was taken off.
func TestItsHourAsksAgain(t *testing.T) {
	for name, meanwhile := range map[string]func(*testing.T, *bench){
		"embargo": func(t *testing.T, b *bench) {
			b.briefed(t, func(d *brief.Brief) { d.Embargo = "2027-06-01" })
		},
		"yes": func(t *testing.T, b *bench) {
			d, err := b.Undo(t.Context(), b.Owner, b.hero.ShootID, true)
			require.NoError(t, err)
			require.Contains(t, d.Words, "Approved")
		},
	} {
		t.Run(name, func(t *testing.T) {
			b := mayGoOut(t)
			hour := b.now.Add(time.Hour)
			p, err := b.Out.Publish(t.Context(), b.Owner, b.hero.Key, b.order(&hour))
			require.NoError(t, err)
			meanwhile(t, b)
			b.now = hour
			require.NoError(t, b.Out.Deliver(t.Context(), p.ID))
			state, answer := b.state(t)
			assert.Equal(t, "refused", state)
			assert.Contains(t, answer, "Not sent.")
			assert.Empty(t, b.Hall.Shown())
		})
	}
}

func TestCallingOff(t *testing.T) {
	b := mayGoOut(t)
	ctx := t.Context()
	hour := b.now.Add(time.Hour)
	p, err := b.Out.Publish(ctx, b.Owner, b.hero.Key, b.order(&hour))
	require.NoError(t, err)
	off, err := b.Out.CallOff(ctx, b.Owner, p.ID)
	require.NoError(t, err)
	assert.Equal(t, "called off", off.State)
	b.now = hour
	require.NoError(t, b.Out.Deliver(ctx, p.ID))
	assert.Empty(t, b.Hall.Shown(), "its job comes and does nothing")
	_, err = b.Out.CallOff(ctx, b.Owner, p.ID)
	require.ErrorContains(t, err, "called off")
	next := hour.Add(time.Hour)
	again, err := b.Out.Publish(ctx, b.Owner, b.hero.Key, b.order(&next))
	require.NoError(t, err)
	assert.NotEqual(t, p.ID, again.ID, "what was called off can be ordered anew")

	// The line broke off after the outlet took it: nobody knows, so it is asked down.
	b.now = next
	b.Hall.Mood = func() standin.Mood { return standin.Forgetful }
	require.Error(t, b.Out.Deliver(ctx, again.ID))
	assert.Len(t, b.Hall.Shown(), 1)
	off, err = b.Out.CallOff(ctx, b.Owner, again.ID)
	require.NoError(t, err)
	assert.Equal(t, "asked down", off.State)
	require.Error(t, b.Out.BringDown(ctx, again.ID), "it forgets again")
	b.Hall.Mood = nil
	require.NoError(t, b.Out.BringDown(ctx, again.ID), "what is down already is down")
	state, _ := b.state(t)
	assert.Equal(t, "taken down", state)
	assert.Empty(t, b.Hall.Shown())
	require.NoError(t, b.Out.Deliver(ctx, again.ID))
	assert.Empty(t, b.Hall.Shown(), "its own job, tried again, does not put it back")
}

func TestTakingDown(t *testing.T) {
	b := mayGoOut(t)
	ctx := t.Context()
	p, err := b.Out.Publish(ctx, b.Owner, b.hero.Key, b.order(nil))
	require.NoError(t, err)
	_, err = b.Out.TakeDown(ctx, b.Owner, p.ID)
	require.ErrorContains(t, err, "waiting")
	require.NoError(t, b.Out.Deliver(ctx, p.ID))
	b.Hall.Keeps = func(string) bool { return true }
	_, err = b.Out.TakeDown(ctx, b.Owner, p.ID)
	require.NoError(t, err)
	require.NoError(t, b.Out.BringDown(ctx, p.ID))
	state, answer := b.state(t)
	assert.Equal(t, "asked down", state, "a no is for a person")
	assert.Contains(t, answer, "running campaign")
	down, err := b.Out.ConfirmDown(ctx, b.Owner, p.ID)
	require.NoError(t, err)
	assert.Equal(t, "taken down", down.State)
	_, err = b.Out.ConfirmDown(ctx, b.Owner, p.ID)
	require.Error(t, err)
	page, err := b.List.List(ctx, b.hero.ShootID, list.ListAsk{})
	require.NoError(t, err)
	for _, r := range page.Rows {
		if r.Shot.Key == b.hero.Key {
			assert.Contains(t, r.Mark.Next, "Send", "what was taken down is neither out nor on its way")
		}
	}
	_, err = b.Out.TakeDown(ctx, b.Owner, "nothing")
	require.True(t, errors.Is(err, store.ErrNotFound))
}

// The calendar tells what is to come, what went, and what has to come down, by the shoot's own days.
func TestTheCalendarOfWhatGoesOut(t *testing.T) {
	b := mayGoOut(t)
	ctx := t.Context()
	b.briefed(t, func(d *brief.Brief) {
		d.Zone, d.Embargo = "Pacific/Kiritimati", "2027-03-20"
		d.Rights = []brief.Right{{Who: "The kitchen", Until: "2027-04-10"}, {Who: "The kitchen", From: "2027-04-11", Until: "2027-05-01"}, {Who: "Them", From: "2027-06-01"}}
	})
	p, err := b.Out.Publish(ctx, b.Owner, b.hero.Key, b.order(nil))
	require.NoError(t, err)
	require.NoError(t, b.Out.Deliver(ctx, p.ID))
	hour := time.Date(2027, 4, 1, 11, 0, 0, 0, time.UTC)
	later := b.order(&hour)
	later.Outlet = "feed"
	_, err = b.Out.Publish(ctx, b.Owner, b.hero.Key, later)
	require.NoError(t, err)
	told := func() (out []string) {
		all, err := b.Out.Calendar(ctx, "2027-03-01", "2027-12-31")
		require.NoError(t, err)
		for _, o := range all {
			out = append(out, o.Day+" "+string(o.Kind)+" "+o.Outlet+map[bool]string{true: " late"}[o.Late])
		}
		return out
	}
	assert.Equal(t, []string{"2027-03-20 embargo ", "2027-03-27 went Tiles", "2027-04-02 goes Feed", "2027-05-01 down Tiles"}, told(), "noon and eleven in the morning are the next day there; a right goes on where one left off")
	b.now = time.Date(2027, 5, 2, 12, 0, 0, 0, time.UTC)
	assert.Contains(t, told(), "2027-05-01 down Tiles late")
	raw, err := b.Out.OutingsICS(ctx, "2027-03-01", "2027-12-31")
	require.NoError(t, err)
	assert.Contains(t, string(raw), "Last day: ")
}

// What should have come down is told however much went out since.
func TestTheCalendarForgetsNoneThatIsLate(t *testing.T) {
	b := mayGoOut(t)
	ctx := t.Context()
	b.briefed(t, func(d *brief.Brief) { d.Rights = []brief.Right{{Who: "The kitchen", Until: "2027-04-10"}} })
	p, err := b.Out.Publish(ctx, b.Owner, b.hero.Key, b.order(nil))
	require.NoError(t, err)
	require.NoError(t, b.Out.Deliver(ctx, p.ID))
	for range 2 {
		require.NoError(t, b.Store.WithContext(ctx).Exec(`insert into publications select (jsonb_populate_record(p, jsonb_build_object('id', gen_random_uuid(), 'done_at', '2027-04-05T10:00:00Z', 'same_as', ''))).*
			from publications p, generate_series(1, 1100) where p.id = ?`, p.ID).Error)
	}
	b.now = time.Date(2027, 6, 2, 12, 0, 0, 0, time.UTC)
	all, err := b.Out.Calendar(ctx, "2027-04-05", "2027-04-05")
	require.NoError(t, err)
	late, mine := 0, 0
	for _, o := range all {
		if o.Late {
			late++
		}
		if o.PublicationID == p.ID {
			mine++
		}
	}
	assert.Greater(t, late, 2200)
	assert.Equal(t, 1, mine, "not when it went out, which was on another day, but that it should have come down")
	assert.Less(t, len(all)-late, 2001)
}
