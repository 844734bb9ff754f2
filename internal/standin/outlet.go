package standin

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"image"
	_ "image/jpeg" // so that they are read
	_ "image/png"
	"io"
	"maps"
	"mime/multipart"
	"net"
	"net/http"
	"net/url"
	"os"
	"path/filepath"
	"strings"
	"sync"
	"time"

	"figladder/internal/craft/release"
	"github.com/bep/imagemeta"
	_ "golang.org/x/image/webp"
)

// Outlet is a place that shows pictures. A real one is reached the same way, by
// another client.
type Outlet interface {
	// Asks says what each of its places asks for.
	Asks(ctx context.Context) ([]release.Outlet, error)
	// Send delivers a cut. A *Refusal is a final no; any other error may pass.
	Send(ctx context.Context, place, reference string, jpeg []byte) (receipt string, err error)
	// Remove takes a picture down; what is not there is down. A *Refusal is a final no.
	Remove(ctx context.Context, place, reference string) error
}

// Refusal is an outlet's no.
type Refusal struct{ Words string }

func (r *Refusal) Error() string { return r.Words }

// Places are what the simulated outlet shows: a feed, a menu board and tiles.
var Places = []release.Outlet{
	{Key: "feed", Name: "Feed", Shape: "4:5", LeastLongPx: 1080, MostLongPx: 2000, MostBytes: 4 << 20, MostWords: 600, NeedsAlt: true, NeedsCredit: false},
	{Key: "board", Name: "Menu board", Shape: "3:2", LeastLongPx: 1800, MostLongPx: 4000, MostBytes: 12 << 20, MostWords: 160, NeedsAlt: false, NeedsCredit: true},
	{Key: "tile", Name: "Tiles", Shape: "1:1", LeastLongPx: 900, MostLongPx: 1600, MostBytes: 3 << 20, MostWords: 120, NeedsAlt: true, NeedsCredit: true},
}

// Mood is how a delivery goes at an outlet that has its days.
type Mood string

// The moods there are; none is a good one.
const (
	Failing   Mood = "failing"   // it answers that something went wrong, and takes nothing
	Busy      Mood = "busy"      // too much at once: later, please
	Gone      Mood = "gone"      // the line breaks off before anything is taken
	Forgetful Mood = "forgetful" // it takes the picture, and the line breaks off before it says so
	Late      Mood = "late"      // it takes the picture and answers after a while
	Silent    Mood = "silent"    // it takes nothing and never answers: whoever asks gives up
)

// Hall is the simulated outlet's server. It keeps what it accepts in a folder.
type Hall struct {
	URL string
	// Mood, when set before the first delivery, says how each goes.
	Mood func() Mood
	// Keeps, when set before the first asking, says which pictures it will not take down.
	Keeps func(reference string) bool

	server *http.Server
	dir    string
	mu     sync.Mutex
	taken  map[string]int
}

// Shown is how many pictures stand at the outlet under each reference, by its own count.
func (h *Hall) Shown() map[string]int {
	h.mu.Lock()
	defer h.mu.Unlock()
	return maps.Clone(h.taken)
}

// OpenHall serves the simulated outlet on a free loopback port.
func OpenHall(dir string) (*Hall, error) {
	if err := os.MkdirAll(dir, 0o700); err != nil {
		return nil, err
	}
	l, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		return nil, err
	}
	h := &Hall{URL: "http://" + l.Addr().String(), dir: dir, taken: map[string]int{}}
	mux := http.NewServeMux()
	mux.HandleFunc("GET /asks", func(w http.ResponseWriter, _ *http.Request) { reply(w, 200, Places) })
	mux.HandleFunc("POST /pictures/{place}", h.receive)
	mux.HandleFunc("DELETE /pictures/{place}/{reference}", h.remove)
	h.server = &http.Server{Handler: mux, ReadHeaderTimeout: 5 * time.Second}
	go func() { _ = h.server.Serve(l) }()
	return h, nil
}

// Close stops the server.
func (h *Hall) Close() { _ = h.server.Close() }

func reply(w http.ResponseWriter, code int, v any) {
	w.Header().Set("Content-Type", "application/json")
	w.WriteHeader(code)
	_ = json.NewEncoder(w).Encode(v)
}

type answer struct {
	Receipt string `json:"receipt,omitempty"`
	Refused string `json:"refused,omitempty"`
}

// receive takes a picture, reads it for itself and accepts or refuses it.
func (h *Hall) receive(w http.ResponseWriter, r *http.Request) {
	var place *release.Outlet
	for i := range Places {
		if Places[i].Key == r.PathValue("place") {
			place = &Places[i]
		}
	}
	if place == nil {
		reply(w, 404, answer{Refused: "there is no such place here"})
		return
	}
	mood := h.mood()
	if h.moody(w, r, mood) {
		return
	}
	r.Body = http.MaxBytesReader(w, r.Body, 32<<20)
	file, _, err := r.FormFile("picture")
	if err != nil {
		reply(w, 400, answer{Refused: "the delivery could not be read: " + err.Error()})
		return
	}
	data, err := io.ReadAll(file)
	if err != nil {
		reply(w, 400, answer{Refused: "the delivery broke off: " + err.Error()})
		return
	}
	if why := examine(*place, data); why != "" {
		reply(w, 422, answer{Refused: why})
		return
	}
	// The same delivery twice is one picture: the reference is its name.
	ref := filepath.Base(r.FormValue("reference"))
	if err := os.WriteFile(filepath.Join(h.dir, place.Key+"-"+ref+".jpg"), data, 0o600); err != nil {
		reply(w, 500, answer{Refused: err.Error()})
		return
	}
	h.mu.Lock()
	h.taken[ref] = 1 // the same delivery stands there once
	h.mu.Unlock()
	h.after(mood)
	reply(w, 201, answer{Receipt: place.Key + "/" + ref})
}

// remove takes a picture down. What is not there is down already.
func (h *Hall) remove(w http.ResponseWriter, r *http.Request) {
	ref := filepath.Base(r.PathValue("reference"))
	if h.Keeps != nil && h.Keeps(ref) {
		reply(w, 409, answer{Refused: "it is part of a running campaign"})
		return
	}
	mood := h.mood()
	if h.moody(w, r, mood) {
		return
	}
	if err := os.Remove(filepath.Join(h.dir, r.PathValue("place")+"-"+ref+".jpg")); err != nil && !os.IsNotExist(err) {
		reply(w, 500, answer{Refused: err.Error()})
		return
	}
	h.mu.Lock()
	delete(h.taken, ref)
	h.mu.Unlock()
	h.after(mood)
	reply(w, 200, answer{})
}

func (h *Hall) mood() Mood {
	if h.Mood == nil {
		return ""
	}
	return h.Mood()
}

// moody answers for a mood in which nothing is done, and says whether it did.
func (h *Hall) moody(w http.ResponseWriter, r *http.Request, mood Mood) bool {
	switch mood {
	case Failing:
		reply(w, 500, answer{Refused: "something went wrong here"})
	case Busy:
		w.Header().Set("Retry-After", "1")
		reply(w, 429, answer{Refused: "too much at once"})
	case Gone:
		panic(http.ErrAbortHandler)
	case Silent:
		_, _ = io.Copy(io.Discard, r.Body) // so that it is noticed when the other side hangs up
		<-r.Context().Done()
	default:
		return false
	}
	return true
}

// after is what a mood does once the thing is done.
func (h *Hall) after(mood Mood) {
	switch mood {
	case Forgetful:
		panic(http.ErrAbortHandler)
	case Late:
		time.Sleep(150 * time.Millisecond)
	}
}

// examine returns why a picture is refused, empty when it is welcome. It reads
// the file with readers that did not write it.
func examine(o release.Outlet, data []byte) string {
	if len(data) > o.MostBytes {
		return fmt.Sprintf("the file is %d kB, %d kB is the most", len(data)>>10, o.MostBytes>>10)
	}
	conf, kind, err := image.DecodeConfig(bytes.NewReader(data))
	if err != nil {
		return "this is not a picture that can be read"
	}
	words := map[string]string{}
	_, err = imagemeta.Decode(imagemeta.Options{R: bytes.NewReader(data), ImageFormat: map[string]imagemeta.ImageFormat{"jpeg": imagemeta.JPEG, "png": imagemeta.PNG, "webp": imagemeta.WebP}[kind], Sources: imagemeta.XMP,
		HandleTag: func(ti imagemeta.TagInfo) error { words[ti.Tag] = fmt.Sprint(ti.Value); return nil }})
	if err != nil {
		return "its words cannot be read"
	}
	w := release.Words{Title: words["Title"], Caption: words["Description"], Alt: words["AltTextAccessibility"], Credit: words["Credit"]}
	var no []string
	for _, f := range release.Check(o, conf.Width, conf.Height, release.Crop{Width: conf.Width, Height: conf.Height}, w) {
		if f.Severity == "stop" {
			no = append(no, strings.ToLower(f.Subject)+": "+f.Measure+", wanted "+f.Limit)
		}
	}
	return strings.Join(no, "; ")
}

// Courier delivers to an outlet over HTTP.
type Courier struct {
	URL    string
	Client *http.Client
}

// Asks implements Outlet.
func (c Courier) Asks(ctx context.Context) ([]release.Outlet, error) {
	req, err := http.NewRequestWithContext(ctx, http.MethodGet, c.URL+"/asks", nil)
	if err != nil {
		return nil, err
	}
	res, err := c.http().Do(req)
	if err != nil {
		return nil, fmt.Errorf("the outlet does not answer: %w", err)
	}
	defer res.Body.Close()
	var out []release.Outlet
	err = json.NewDecoder(io.LimitReader(res.Body, 1<<20)).Decode(&out)
	return out, err
}

// Send implements Outlet.
func (c Courier) Send(ctx context.Context, place, reference string, picture []byte) (string, error) {
	var body bytes.Buffer
	form := multipart.NewWriter(&body)
	part, err := form.CreateFormFile("picture", reference+".jpg")
	if err != nil {
		return "", err
	}
	_, _ = part.Write(picture)
	_ = form.WriteField("reference", reference)
	_ = form.Close()
	req, err := http.NewRequestWithContext(ctx, http.MethodPost, c.URL+"/pictures/"+place, &body)
	if err != nil {
		return "", err
	}
	req.Header.Set("Content-Type", form.FormDataContentType())
	a, err := c.answered(req, http.StatusCreated)
	return a.Receipt, err
}

// Remove implements Outlet.
func (c Courier) Remove(ctx context.Context, place, reference string) error {
	req, err := http.NewRequestWithContext(ctx, http.MethodDelete, c.URL+"/pictures/"+url.PathEscape(place)+"/"+url.PathEscape(reference), nil)
	if err != nil {
		return err
	}
	_, err = c.answered(req, http.StatusOK)
	return err
}

// answered sends a request and reads the outlet's answer: what may pass is an error, any other no a *Refusal.
func (c Courier) answered(req *http.Request, good int) (a answer, err error) {
	res, err := c.http().Do(req)
	if err != nil {
		return a, fmt.Errorf("the outlet does not answer: %w", err)
	}
	defer res.Body.Close()
	if err := json.NewDecoder(io.LimitReader(res.Body, 1<<20)).Decode(&a); err != nil {
		return a, fmt.Errorf("the outlet's answer cannot be read: %w", err)
	}
	switch {
	case res.StatusCode >= 500 || res.StatusCode == http.StatusTooManyRequests || res.StatusCode == http.StatusRequestTimeout || res.StatusCode == http.StatusTooEarly:
		return a, fmt.Errorf("the outlet failed: %s", a.Refused)
	case res.StatusCode != good:
		return a, &Refusal{Words: a.Refused}
	}
	return a, nil
}

func (c Courier) http() *http.Client {
	if c.Client != nil {
		return c.Client
	}
	return &http.Client{Timeout: 30 * time.Second}
}
