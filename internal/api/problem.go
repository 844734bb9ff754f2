package api

import (
	"context"
	"errors"
	"fmt"
	"net/http"
	"slices"
	"strings"

	"figladder/internal/craft/units"
	"figladder/internal/formats/recipeld"
	"figladder/internal/formats/shotcsv"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	"figladder/internal/studio/people"
	"figladder/internal/studio/proof"
	"github.com/danielgtaylor/huma/v2"
)

// FieldProblem is one field that cannot be accepted.
type FieldProblem struct {
	Field string `json:"field" doc:"Dotted path of the field"`
	Words string `json:"words" doc:"What is wrong and what would be right"`
}

// Problem is an RFC 9457 problem document.
type Problem struct {
	Type    string         `json:"type" doc:"Kind of problem"`
	Title   string         `json:"title" doc:"The kind in words"`
	Status  int            `json:"status" doc:"HTTP status"`
	Detail  string         `json:"detail" doc:"What happened, and the mend"`
	Fields  []FieldProblem `json:"fields,omitempty" doc:"Which fields, if any"`
	Current any            `json:"current,omitempty" doc:"For a stale save: what is there now"`
	Request string         `json:"request,omitempty" doc:"Number of the request, as the log has it"`

	after int // seconds after which to try again; 0 when that is not the cure
}

// Error implements error.
func (p *Problem) Error() string { return p.Detail }

// GetStatus implements huma.StatusError.
func (p *Problem) GetStatus() int { return p.Status }

// ContentType implements huma.ContentTypeFilter.
func (p *Problem) ContentType(string) string { return "application/problem+json" }

// GetHeaders implements huma.HeadersError.
func (p *Problem) GetHeaders() http.Header {
	h := http.Header{}
	if p.after > 0 {
		h.Set("Retry-After", fmt.Sprint(p.after))
	}
	return h
}

// unknown is what is said of what is our own fault: no more than that.
const unknown = "Something went wrong on our side; nothing was changed. Try again; if it stays, look into the server's log."

// titles are the kinds of problem, by status.
var titles = map[int]string{400: "This cannot be read", 401: "Not signed in", 403: "Not allowed", 404: "Not there", 405: "Not possible", 408: "Left", 409: "Someone was first", 413: "Too large",
	421: "Not here", 422: "Some of this cannot be accepted", 429: "Too often", 500: "Something went wrong here", 503: "Not just now", 507: "No room left"}

func newProblem(status int, detail string) *Problem {
	title := titles[status]
	if title == "" {
		title = http.StatusText(status)
	}
	return &Problem{Type: "about:blank", Title: title, Status: status, Detail: detail}
}

// write sends a problem from outside the routes.
func write(w http.ResponseWriter, p *Problem) {
	for k, v := range p.GetHeaders() {
		w.Header()[k] = v
	}
	w.Header().Set("Content-Type", "application/problem+json")
	w.WriteHeader(p.Status)
	_ = tell(w, p, units.Usual())
}

func init() {
	huma.DefaultArrayNullable = false
	huma.NewError = func(status int, msg string, errs ...error) huma.StatusError {
		p := newProblem(status, msg)
		for _, e := range errs {
			var large *http.MaxBytesError
			if errors.As(e, &large) || e != nil && strings.Contains(e.Error(), "request body too large") {
				p = newProblem(http.StatusRequestEntityTooLarge, "")
			}
			p.Fields = append(p.Fields, fieldsOf(e)...)
		}
		if status == http.StatusBadRequest && len(p.Fields) > 0 && p.Fields[0].Words != notJSON {
			p = &Problem{Type: p.Type, Title: titles[422], Status: 422, Detail: p.Detail, Fields: p.Fields} // it was read; this is wrong in it
		}
		switch {
		case p.Status == http.StatusRequestEntityTooLarge:
			p.Detail = "That is larger than can be taken here. A file is at most 8 MB."
			p.Fields = []FieldProblem{{Field: "file", Words: p.Detail}}
		case len(p.Fields) > 0 && (p.Detail == "validation failed" || status == http.StatusBadRequest):
			f := p.Fields[0]
			p.Detail = f.Words + "."
			if f.Field != "" && !strings.HasPrefix(f.Words, "“") {
				p.Detail = label(f.Field) + ": " + strings.ToLower(p.Detail[:1]) + p.Detail[1:]
			}
			p.Fields = slices.DeleteFunc(p.Fields, func(f FieldProblem) bool { return f.Field == "" })
		}
		return p
	}
}

// fieldsOf turns what huma's checks say into fields: one that is missing is named itself,
// and what could not be read at all is where reading broke off.
func fieldsOf(err error) []FieldProblem {
	var d *huma.ErrorDetail
	if !errors.As(err, &d) {
		return nil
	}
	at := trimBody(d.Location)
	if name, is := strings.CutPrefix(d.Message, "expected required property "); is {
		name = strings.TrimSuffix(name, " to be present")
		return []FieldProblem{{Field: strings.TrimPrefix(at+"."+name, "."), Words: "This is missing"}}
	}
	if d.Message == "unexpected property" {
		d.Message = "There is no such field"
	}
	if field, words, is := strings.Cut(d.Message, unreadMark); is { // an UnreadError, by way of huma
		return []FieldProblem{{Field: field, Words: words}}
	}
	return []FieldProblem{{Field: at, Words: plainly(at, d.Message)}}
}

// unreadMark parts field and words of an UnreadError: huma keeps only its text.
const unreadMark = "\x00"

// trimBody takes off where in a request a field stands: the page has no such parts.
func trimBody(s string) string {
	for _, part := range []string{"body", "query", "path"} {
		if s == part {
			return ""
		}
		if rest, is := strings.CutPrefix(s, part+"."); is {
			return rest
		}
	}
	return s
}

// fieldNames are the fields by which a row can be there already, by the database's name for it.
var fieldNames = map[string]string{"goods_thing_key": "goods.thing", "people_email_key": "email"}

// told turns a deed's error into a problem document. What is not known here is our fault;
// it is written down with the request's number, and the answer says no more than that.
func (a *API) told(ctx context.Context, err error) *Problem {
	var field *core.FieldError
	var stale *store.StaleError
	var rule *core.RuleError
	var role *core.RoleError
	var crowd *core.CrowdError
	var sent *core.SentError
	var link *proof.LinkError
	var file *recipeld.Error
	var list shotcsv.Errors
	var ready *Problem
	constraint, twice := store.Duplicate(err)
	switch {
	case errors.As(err, &ready):
		return ready
	case errors.Is(err, context.Canceled), errors.Is(ctx.Err(), context.Canceled): // whatever came of it
		return newProblem(408, "You left before it was done; nothing was changed.")
	case errors.As(err, &field):
		p := newProblem(422, field.Problems[0].Words)
		for _, f := range field.Problems {
			p.Fields = append(p.Fields, FieldProblem{Field: f.Path, Words: f.Words})
		}
		return p
	case errors.As(err, &stale):
		p := newProblem(409, "Someone saved this while you were at it. Choose which to keep; nothing you typed is lost.")
		p.Title, p.Current = "Someone saved this meanwhile", stale.Current
		return p
	case errors.As(err, &role):
		return newProblem(403, role.Error())
	case errors.Is(err, core.ErrBefore):
		return newProblem(409, "This was done already.") // once answers as the first time
	case errors.As(err, &sent):
		return newProblem(428, sent.Error())
	case errors.As(err, &crowd):
		p := newProblem(429, crowd.Error())
		p.after = crowd.AfterS
		return p
	case errors.As(err, &rule):
		p := newProblem(422, rule.Words)
		p.Title = "Not yet"
		return p
	case errors.As(err, &file):
		p := newProblem(422, file.Error())
		p.Title, p.Fields = "This file cannot be read", []FieldProblem{{Field: "file", Words: file.Error()}}
		return p
	case errors.As(err, &list):
		p := newProblem(422, fmt.Sprintf("Nothing of it was taken: %d %s to mend.", len(list), lines(len(list))))
		p.Title = "This list cannot be taken"
		for _, l := range list {
			p.Fields = append(p.Fields, FieldProblem{Field: fmt.Sprintf("line %d", l.Line), Words: l.Words})
		}
		return p
	case store.Unfit(err):
		return newProblem(422, "There is something in this that cannot be kept: a number far too large, or a character that cannot be seen.")
	case twice:
		p := newProblem(409, "That is there already. Look again: someone may have put it in just now.")
		if name := fieldNames[constraint]; name != "" {
			p.Fields = []FieldProblem{{Field: name, Words: "That is there already."}}
		}
		return p
	case errors.As(err, &link):
		p := newProblem(404, link.Error())
		p.Title = "This link does not lead anywhere"
		return p
	case errors.Is(err, store.ErrNotFound), store.Orphan(err):
		return newProblem(404, "It is not there, or not any more.")
	case errors.Is(err, store.ErrNothing), errors.Is(err, store.ErrMovedOn):
		p := newProblem(409, capital(err.Error())+".")
		p.Title = "Cannot take that back"
		return p
	case errors.Is(err, people.ErrSignIn):
		return newProblem(401, "That email and password do not belong together.")
	case store.Full(err):
		a.options.Log.Error("disk full", "request", requestOf(ctx).id, "error", err)
		return a.numbered(ctx, newProblem(507, "There is no room left on the server's disk, so nothing was changed. Make room, then try again: what you typed is still here."))
	case store.Busy(err), store.Down(err), errors.Is(err, context.DeadlineExceeded):
		a.options.Log.Warn("database", "request", requestOf(ctx).id, "error", err)
		p := a.numbered(ctx, newProblem(503, "The database does not answer just now. Nothing was changed, and what you typed is still here: try again in a moment."))
		p.after = 2
		return p
	case errors.Is(err, store.ErrOneCopy):
		a.options.Log.Error("vault", "request", requestOf(ctx).id, "error", err)
		return a.numbered(ctx, newProblem(500, "The picture could not be kept twice, so it does not count as kept. Look at the server's disks, then try again."))
	}
	a.options.Log.Error("unexpected", "request", requestOf(ctx).id, "error", err)
	return a.numbered(ctx, newProblem(500, unknown))
}

func (a *API) numbered(ctx context.Context, p *Problem) *Problem {
	p.Request = requestOf(ctx).id
	return p
}

func capital(s string) string { return strings.ToUpper(s[:1]) + s[1:] }

func lines(n int) string {
	if n == 1 {
		return "line"
	}
	return "lines"
}
