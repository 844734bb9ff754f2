package proof_test

import (
	"bytes"
	"errors"
	"image/jpeg"
	"os/exec"
	"strings"
	"sync"
	"testing"
	"time"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/finish/look"
	craft "figladder/internal/craft/proof"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	"figladder/internal/studio/list"
	"figladder/internal/studio/proof"
	"figladder/internal/studio/studiotest"

	"github.com/lucasb-eyer/go-colorful"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// bench is a shoot with a kept frame that was sent in a first round, and a link to it.
type bench struct {
	*studiotest.Kit
	shoot *store.Shoot
	hero  store.Shot
	frame *store.Frame
	link  *proof.Linked
}

func sent(t *testing.T) *bench {
	t.Helper()
	k := studiotest.New(t)
	shoot, _, shots := k.Toddy(t)
	owed := shoot.Brief
	owed.Deliverables = []brief.Deliverable{{Name: "Feed", Count: 1, Shape: "4:5", LongPx: 1080}}
	shoot, err := k.Brief.SaveShoot(t.Context(), k.Owner, shoot.Key, shoot.Version, shoot.Name, owed)
	require.NoError(t, err)
	b := &bench{Kit: k, shoot: shoot, hero: studiotest.Hero(shots)}
	b.frame = k.KeptFrame(t, b.hero)
	_, err = k.Proof.Send(t.Context(), k.Owner, shoot.Key, proof.Sending{Frames: []string{b.frame.Key}, Number: 1})
	require.NoError(t, err)
	b.link, err = k.Proof.Link(t.Context(), shoot.Key, "The kitchen", 14)
	require.NoError(t, err)
	return b
}

func (b *bench) visit() proof.Visit { return proof.Visit{Address: "192.0.2.7", Token: b.link.Token} }

func (b *bench) page(t *testing.T) *proof.Page {
	t.Helper()
	p, err := b.Proof.PageOf(t.Context(), b.visit())
	require.NoError(t, err)
	return p
}

func (b *bench) says(t *testing.T, by string, kind craft.Kind, words string) error {
	t.Helper()
	_, err := b.Proof.Answer(t.Context(), b.visit(), craft.Answer{Key: store.NewBase().Key, Choice: b.page(t).Choices[0].Key, By: by, Kind: kind, Words: words})
	return err
}

func (b *bench) missing(t *testing.T) string {
	t.Helper()
	facts, _, err := list.FactsOf(b.Store.WithContext(t.Context()), "shoot_id", []string{b.shoot.Key}, []store.Shot{b.hero})
	require.NoError(t, err)
	if facts[b.hero.Key].Approved {
		return "approved"
	}
	return facts[b.hero.Key].Said
}

// A round goes out, a change is asked for, the picture is made anew, the next round has its yes; each step is on the ladder.
func TestARoundIsAnsweredAndTheNextHasItsYes(t *testing.T) {
	b := sent(t)
	ctx := t.Context()
	p := b.page(t)
	assert.Equal(t, 1, p.Round)
	assert.Equal(t, "Round 1 of 1 in the price: the last one", p.Rounds)
	require.Len(t, p.Choices, 1)
	assert.Equal(t, "1", p.Choices[0].Label)
	require.Len(t, p.Choices[0].Crops, 1, "the shapes that the brief owes")
	crop := p.Choices[0].Crops[0]
	assert.InDelta(t, 0.8, crop.W*float64(p.Choices[0].WidthPx)/(crop.H*float64(p.Choices[0].HeightPx)), 0.01)
	assert.Equal(t, "Waits for an answer in round 1, number 1", b.missing(t))

	require.NoError(t, b.says(t, "Bo", craft.Change, "Less red"))
	assert.Equal(t, "Round 1, number 1. Bo: a change, “Less red”", b.missing(t))
	board, err := b.Finish.BoardOf(t.Context(), b.shoot.Key)
	require.NoError(t, err)
	assert.Equal(t, "Bo asked for it in round 1", board.Items[0].Hints[0].Because, "what a client asks for is offered as a pin")
	assert.ErrorContains(t, b.says(t, "Bo", craft.Change, " "), "Say what")
	assert.ErrorContains(t, b.says(t, " ", craft.Yes, ""), "your name")

	_, err = b.Finish.Save(ctx, b.Owner, b.frame.Key, 0, "", []look.Step{{Key: "level", Kind: look.Level, Stops: 0.4}})
	require.NoError(t, err)
	made, err := b.Finish.Make(ctx, b.Owner, b.frame.Key)
	require.NoError(t, err)
	assert.Equal(t, "Made anew since round 1: show it in the next", b.missing(t))
	all, err := b.Proof.ProofsOf(ctx, b.shoot.Key)
	require.NoError(t, err)
	assert.True(t, all.Next.Extra)
	assert.Contains(t, all.Next.Words, "This one is extra")
	assert.Equal(t, "Round 1. Bo: a change, “Less red”", all.Candidates[0].Asked)
	assert.Equal(t, 1, all.Candidates[0].Made)

	_, err = b.Proof.Send(ctx, b.Owner, b.shoot.Key, proof.Sending{Frames: []string{b.frame.Key}, Number: 1})
	assert.ErrorContains(t, err, "was sent meanwhile")
	_, err = b.Proof.Send(ctx, b.Owner, b.shoot.Key, proof.Sending{Frames: []string{b.frame.Key}, Number: 2, Note: "Less red now"})
	require.NoError(t, err)
	earlier := p.Choices[0].Key
	_, err = b.Proof.Answer(ctx, b.visit(), craft.Answer{Key: "12345678", Choice: earlier, By: "Bo", Kind: craft.Yes})
	assert.ErrorContains(t, err, "Round 1 is over")
	p = b.page(t)
	assert.Equal(t, "1", p.Choices[0].Label)
	require.NotNil(t, p.Choices[0].Before)
	assert.Equal(t, proof.Before{Key: earlier, Round: 1, Words: "Bo: a change, “Less red”"}, *p.Choices[0].Before)

	require.NoError(t, b.says(t, "Bo", craft.Yes, "Lovely"))
	assert.Equal(t, "approved", b.missing(t))
	mine, err := b.Finish.ListOf(ctx, b.hero.Key)
	require.NoError(t, err)
	assert.Equal(t, "Bo", mine.Approval.Who)
	assert.Equal(t, "Round 2, number 1: Lovely", mine.Approval.Words)
	assert.Equal(t, made.SHA256, mine.Approval.Picture)

	// The studio's undo does not take back what a client said: there is nothing of it in the journal.
	d, err := b.Undo(ctx, b.Owner, b.shoot.Key, true)
	require.Error(t, err, "the round was answered: %v", d)
	require.NoError(t, b.says(t, "Ada", craft.No, ""))
	assert.Contains(t, b.missing(t), "They do not agree")
	mine, err = b.Finish.ListOf(ctx, b.hero.Key)
	require.NoError(t, err)
	assert.Nil(t, mine.Approval, "a yes that somebody speaks against is none")
}

// Until its yes, a picture is shown small and with words across it that a reader of pixels finds; then clean, and whole.
func TestPicturesAreMarkedUntilTheirYes(t *testing.T) {
	b := sent(t)
	ctx := t.Context()
	key := b.page(t).Choices[0].Key
	marked, tag, err := b.Proof.Picture(ctx, b.visit(), key)
	require.NoError(t, err)
	_, err = b.Proof.File(ctx, b.visit(), key)
	assert.ErrorContains(t, err, "once it has its yes")
	plain, err := b.Shown(ctx, b.frame.SHA256, 1600)
	require.NoError(t, err)
	one, err := jpeg.Decode(bytes.NewReader(plain))
	require.NoError(t, err)
	two, err := jpeg.Decode(bytes.NewReader(marked))
	require.NoError(t, err)
	require.Equal(t, one.Bounds(), two.Bounds())
	assert.LessOrEqual(t, max(two.Bounds().Dx(), two.Bounds().Dy()), 1600)
	// In each of nine parts something lies across, and most of the picture is as it was.
	size := two.Bounds()
	for part := range 9 {
		across, all := 0, 0
		for y := part / 3 * size.Dy() / 3; y < (part/3+1)*size.Dy()/3; y += 2 {
			for x := part % 3 * size.Dx() / 3; x < (part%3+1)*size.Dx()/3; x += 2 {
				p, _ := colorful.MakeColor(one.At(x, y))
				q, _ := colorful.MakeColor(two.At(x, y))
				all++
				if p.DistanceCIEDE2000(q) > 0.08 {
					across++
				}
			}
		}
		assert.Greater(t, float64(across)/float64(all), 0.03, "part %d", part)
		assert.Less(t, float64(across)/float64(all), 0.5, "part %d", part)
	}
	require.NoError(t, b.says(t, "Bo", craft.Yes, ""))
	clean, after, err := b.Proof.Picture(ctx, b.visit(), key)
	require.NoError(t, err)
	assert.Equal(t, plain, clean)
	assert.NotEqual(t, tag, after)
	whole, err := b.Proof.File(ctx, b.visit(), key)
	require.NoError(t, err)
	assert.Equal(t, b.frame.SHA256, store.Hash(whole))
}

// The round on paper says what is on the screen, as another program reads it.
func TestARoundOnPaper(t *testing.T) {
	b := sent(t)
	all, err := b.Proof.ProofsOf(t.Context(), b.shoot.Key)
	require.NoError(t, err)
	data, err := b.Proof.Sheet(t.Context(), all.Rounds[0].Row.Key)
	require.NoError(t, err)
	read := exec.CommandContext(t.Context(), "pdftotext", "-layout", "-", "-")
	read.Stdin = bytes.NewReader(data)
	words, err := read.Output()
	require.NoError(t, err)
	for _, want := range []string{b.shoot.Name, "Round 1, 1 picture", "1 " + b.hero.Title, "Change", "Who decides"} {
		assert.Contains(t, strings.Join(strings.Fields(string(words)), " "), want)
	}
	list := exec.CommandContext(t.Context(), "pdfimages", "-list", "-")
	list.Stdin = bytes.NewReader(data)
	pictures, err := list.Output()
	require.NoError(t, err)
	assert.Contains(t, string(pictures), " 480 ", "its picture, that wide")
}

// Guessed, run out, taken back, of another shoot: nothing is shown, and all are told the same.
func TestALinkOpensOnlyWhatItIsFor(t *testing.T) {
	b := sent(t)
	ctx := t.Context()
	key := b.page(t).Choices[0].Key
	var no *proof.LinkError
	refused := func(v proof.Visit) {
		t.Helper()
		_, err := b.Proof.PageOf(ctx, v)
		require.ErrorAs(t, err, &no)
		_, _, err = b.Proof.Picture(ctx, v, key)
		require.ErrorAs(t, err, &no)
		_, err = b.Proof.Answer(ctx, v, craft.Answer{Key: "12345678", Choice: key, By: "Eve", Kind: craft.Yes})
		require.ErrorAs(t, err, &no)
	}
	refused(proof.Visit{Address: "198.51.100.1", Token: ""})
	last := "A"
	if strings.HasSuffix(b.link.Token, last) {
		last = "B"
	}
	refused(proof.Visit{Address: "198.51.100.2", Token: b.link.Token[:25] + last})
	refused(proof.Visit{Address: "198.51.100.3", Token: b.link.Link.TokenHash})

	other, err := b.Brief.MakeShoot(ctx, b.Owner, "Another shoot", b.shoot.Brief)
	require.NoError(t, err)
	elsewhere, err := b.Proof.Link(ctx, other.Key, "Somebody", 3)
	require.NoError(t, err)
	stranger := proof.Visit{Address: "198.51.100.4", Token: elsewhere.Token}
	_, _, err = b.Proof.Picture(ctx, stranger, key)
	require.ErrorIs(t, err, store.ErrNotFound)
	_, err = b.Proof.Answer(ctx, stranger, craft.Answer{Key: "12345678", Choice: key, By: "Eve", Kind: craft.Yes})
	require.ErrorIs(t, err, store.ErrNotFound)
	empty, err := b.Proof.PageOf(ctx, stranger)
	require.NoError(t, err)
	assert.Empty(t, empty.Choices)
	require.ErrorIs(t, b.Proof.Unlink(ctx, other.Key, b.link.Link.Key), store.ErrNotFound, "another shoot's link")
	_, err = b.Proof.Send(ctx, b.Owner, other.Key, proof.Sending{Frames: []string{b.frame.Key}, Number: 1})
	require.ErrorContains(t, err, "of this shoot")

	require.NoError(t, b.Proof.Unlink(ctx, b.shoot.Key, b.link.Link.Key))
	refused(b.visit())
	require.ErrorIs(t, b.Proof.Unlink(ctx, b.shoot.Key, b.link.Link.Key), store.ErrNotFound)
	b.link, err = b.Proof.Link(ctx, b.shoot.Key, "The kitchen", 14)
	require.NoError(t, err)
	b.page(t)
	b.Clock = func() time.Time { return time.Now().AddDate(0, 0, 15) }
	refused(b.visit())
	b.Clock = nil
	require.NoError(t, b.Brief.RemoveShoot(ctx, b.Owner, b.shoot.Key))
	refused(b.visit())
	_, err = b.Undo(ctx, b.Owner, b.shoot.Key, false)
	require.NoError(t, err)
	assert.Len(t, b.page(t).Choices, 1, "the shoot is back, with what was shown")
}

// Ten thousand guesses from one address find nothing and are slowed down; whoever has a link is not.
func TestGuessesAreSlowedDown(t *testing.T) {
	b := sent(t)
	ctx := t.Context()
	now := time.Now()
	b.Clock = func() time.Time { return now }
	var no *proof.LinkError
	var crowd *core.CrowdError
	told, slowed := 0, 0
	for range 10_000 {
		_, err := b.Proof.PageOf(ctx, proof.Visit{Address: "203.0.113.9", Token: "ABCDEFGHIJKLMNOPQRSTUVWXYZ"})
		switch {
		case errors.As(err, &crowd):
			slowed++
		case errors.As(err, &no):
			told++
		}
	}
	assert.Equal(t, 10, told)
	assert.Equal(t, 9_990, slowed)
	choice := b.page(t).Choices[0].Key

	// One link, too, is held to what people do.
	said := 0
	for range 200 {
		if _, err := b.Proof.Answer(ctx, b.visit(), craft.Answer{Key: store.NewBase().Key, Choice: choice, By: "Bo", Kind: craft.Change, Words: "More"}); err == nil {
			said++
		}
	}
	assert.Equal(t, 40, said)
}

// Two people answer at once, each twice by the same press: both answers are kept, each once.
func TestTwoPeopleAnswerAtOnce(t *testing.T) {
	b := sent(t)
	ctx := t.Context()
	choice := b.page(t).Choices[0].Key
	var all sync.WaitGroup
	for _, a := range []craft.Answer{
		{Key: "key-of-ada", By: "Ada", Kind: craft.Yes}, {Key: "key-of-ada", By: "Ada", Kind: craft.Yes},
		{Key: "key-of-bo-", By: "Bo", Kind: craft.Change, Words: "Less red", Pin: &craft.Pin{X: 0.25, Y: 0.5}}, {Key: "key-of-bo-", By: "Bo", Kind: craft.Change, Words: "Less red"},
	} {
		a.Choice = choice
		all.Go(func() {
			_, err := b.Proof.Answer(ctx, b.visit(), a)
			assert.NoError(t, err)
		})
	}
	all.Wait()
	p := b.page(t)
	assert.Len(t, p.Choices[0].Answers, 2)
	assert.Equal(t, craft.Split, p.Choices[0].State)
	assert.False(t, p.Choices[0].Approved)
	proofs, err := b.Proof.ProofsOf(ctx, b.shoot.Key)
	require.NoError(t, err)
	assert.Len(t, proofs.Rounds[0].Standing[0].Last, 2)
}
