package standin

import (
	"bytes"
	"context"
	"errors"
	"image"
	"image/color"
	"image/jpeg"
	"io"
	"net/http"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"figladder/internal/craft/light"
	"figladder/internal/craft/scene"
	"figladder/internal/formats/xmp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func hall(t *testing.T) (Courier, string) {
	t.Helper()
	dir := t.TempDir()
	h, err := OpenHall(dir)
	require.NoError(t, err)
	t.Cleanup(h.Close)
	return Courier{URL: h.URL}, dir
}

func cut(t *testing.T, w, h int, words xmp.Words) []byte {
	t.Helper()
	img := image.NewRGBA(image.Rect(0, 0, w, h))
	for i := range img.Pix {
		img.Pix[i] = uint8(i * 7919 >> 3)
	}
	img.Set(0, 0, color.White)
	var b bytes.Buffer
	require.NoError(t, jpeg.Encode(&b, img, &jpeg.Options{Quality: 40}))
	out, err := xmp.Write(b.Bytes(), words)
	require.NoError(t, err)
	return out
}

var full = xmp.Words{Title: "Toddy", Caption: "Warm.", Alt: "A glass", Credit: "Tern Loft Studio"}

func TestAcceptedOnceHoweverOftenItIsSent(t *testing.T) {
	c, dir := hall(t)
	picture := cut(t, 1000, 1250, full)
	for range 3 {
		receipt, err := c.Send(t.Context(), "feed", "ref-1", picture)
		require.NoError(t, err)
		assert.Equal(t, "feed/ref-1", receipt)
	}
	files, err := os.ReadDir(dir)
	require.NoError(t, err)
	require.Len(t, files, 1)
	kept, err := os.ReadFile(filepath.Join(dir, files[0].Name()))
	require.NoError(t, err)
	assert.Equal(t, picture, kept, "byte for byte")
}

func TestEachRefusalSaysWhy(t *testing.T) {
	c, dir := hall(t)
	without := func(f func(*xmp.Words)) xmp.Words { w := full; f(&w); return w }
	for name, row := range map[string]struct {
		place   string
		picture []byte
		why     string
	}{
		"shape":     {"feed", cut(t, 1250, 1250, full), "shape"},
		"small":     {"feed", cut(t, 800, 1000, full), "pixels: 1000 on the long side, wanted 1080"},
		"no alt":    {"feed", cut(t, 1000, 1250, without(func(w *xmp.Words) { w.Alt = "" })), "alt text"},
		"no title":  {"feed", cut(t, 1000, 1250, without(func(w *xmp.Words) { w.Title = "" })), "title"},
		"no credit": {"board", cut(t, 1800, 1200, without(func(w *xmp.Words) { w.Credit = "" })), "credit"},
		"too wordy": {"tile", cut(t, 1000, 1000, without(func(w *xmp.Words) { w.Caption = strings.Repeat("long ", 40) })), "199 characters"},
		"no words":  {"tile", stripped(t), "title"},
		"no JPEG":   {"feed", []byte("GIF89a"), "not a picture"},
		"no place":  {"wall", cut(t, 1000, 1000, full), "no such place"},
	} {
		_, err := c.Send(t.Context(), row.place, "r", row.picture)
		var no *Refusal
		require.True(t, errors.As(err, &no), "%s: %v", name, err)
		assert.Contains(t, no.Words, row.why, name)
	}
	files, _ := os.ReadDir(dir)
	assert.Empty(t, files, "nothing refused is kept")
}

func stripped(t *testing.T) []byte {
	var b bytes.Buffer
	require.NoError(t, jpeg.Encode(&b, image.NewRGBA(image.Rect(0, 0, 1000, 1000)), nil))
	return b.Bytes()
}

func TestTooLargeAFileIsRefused(t *testing.T) {
	c, _ := hall(t)
	picture := append(cut(t, 1000, 1000, full), make([]byte, 4<<20)...)
	_, err := c.Send(t.Context(), "tile", "r", picture)
	assert.ErrorContains(t, err, "kB is the most")
}

func TestAReferenceCannotLeaveTheFolder(t *testing.T) {
	c, dir := hall(t)
	_, err := c.Send(t.Context(), "feed", "../../escape", cut(t, 1000, 1250, full))
	require.NoError(t, err)
	_, err = os.Stat(filepath.Join(dir, "feed-escape.jpg"))
	assert.NoError(t, err)
}

func TestAsks(t *testing.T) {
	c, _ := hall(t)
	all, err := c.Asks(t.Context())
	require.NoError(t, err)
	assert.Equal(t, Places, all)
}

func TestAnOutletThatFailsIsNoRefusal(t *testing.T) {
	_, err := Courier{URL: "http://127.0.0.1:1"}.Send(t.Context(), "feed", "r", nil)
	var no *Refusal
	assert.Error(t, err)
	assert.False(t, errors.As(err, &no), "it may pass, so the queue tries again")
	broken := Courier{URL: "http://x", Client: &http.Client{Transport: answers{500, `{"refused":"disk full"}`}}}
	_, err = broken.Send(t.Context(), "feed", "r", nil)
	assert.ErrorContains(t, err, "disk full")
	assert.False(t, errors.As(err, &no))
	garbled := Courier{URL: "http://x", Client: &http.Client{Transport: answers{201, "<html>"}}}
	_, err = garbled.Send(t.Context(), "feed", "r", nil)
	assert.ErrorContains(t, err, "cannot be read")
}

type answers struct {
	code int
	body string
}

func (a answers) RoundTrip(*http.Request) (*http.Response, error) {
	return &http.Response{StatusCode: a.code, Body: io.NopCloser(strings.NewReader(a.body)), Header: http.Header{}}, nil
}

func TestTheCameraObeysItsOrder(t *testing.T) {
	s := scene.Start()
	r := scene.Read(s, scene.Wants{}, light.Coarse)
	order := Order{Settings: r.Exposure, FocusMm: r.FocusMm, FocalMm: 50, Title: "Plate", At: time.Date(2026, 12, 3, 10, 0, 0, 0, time.UTC), Before: s}
	data, err := Drawn{LongPx: 200, Samples: 1}.Expose(t.Context(), order)
	require.NoError(t, err)
	conf, err := jpeg.DecodeConfig(bytes.NewReader(data))
	require.NoError(t, err)
	assert.Equal(t, []int{200, 133}, []int{conf.Width, conf.Height})
	gone, cancel := context.WithCancel(context.Background())
	cancel()
	_, err = Drawn{}.Expose(gone, order)
	assert.ErrorIs(t, err, context.Canceled)
}

// An outlet that never answers holds nobody: the sending ends with an error that may pass, and nothing stands there.
func TestAnOutletThatNeverAnswers(t *testing.T) {
	hall, err := OpenHall(t.TempDir())
	require.NoError(t, err)
	t.Cleanup(hall.Close)
	silent := true
	hall.Mood = func() Mood {
		if silent {
			return Silent
		}
		return ""
	}
	c := Courier{URL: hall.URL, Client: &http.Client{Timeout: 300 * time.Millisecond}}
	_, err = c.Send(t.Context(), "tile", "a", []byte("not a picture"))
	require.Error(t, err)
	var no *Refusal
	assert.NotErrorAs(t, err, &no, "no answer is no refusal")
	require.Error(t, c.Remove(t.Context(), "tile", "a"))
	assert.Empty(t, hall.Shown())
	silent = false
	_, err = c.Send(t.Context(), "tile", "a", []byte("not a picture"))
	assert.ErrorAs(t, err, &no, "it answers again")
	require.NoError(t, c.Remove(t.Context(), "tile", "a"), "what is not there is down")
}
