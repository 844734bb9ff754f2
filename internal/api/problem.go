package api

import (
	"errors"
	"fmt"
	"net/http"
	"strings"

	"figladder/internal/formats/recipeld"
	"figladder/internal/formats/shotcsv"
	"figladder/internal/store"
	"figladder/internal/studio"
	"github.com/danielgtaylor/huma/v2"
	"github.com/gin-gonic/gin"
	"github.com/jackc/pgx/v5/pgconn"
	"gorm.io/gorm"
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
}

// Error implements error.
func (p *Problem) Error() string { return p.Detail }

// GetStatus implements huma.StatusError.
func (p *Problem) GetStatus() int { return p.Status }

// ContentType implements huma.ContentTypeFilter.
func (p *Problem) ContentType(string) string { return "application/problem+json" }

func init() {
	huma.DefaultArrayNullable = false
	huma.NewError = func(status int, msg string, errs ...error) huma.StatusError {
		p := &Problem{Type: "about:blank", Title: http.StatusText(status), Status: status, Detail: msg}
		for _, e := range errs {
			var large *http.MaxBytesError
			if errors.As(e, &large) || e != nil && strings.Contains(e.Error(), "request body too large") {
				status = http.StatusRequestEntityTooLarge
				p.Status, p.Title = status, http.StatusText(status)
			}
			var d *huma.ErrorDetail
			if errors.As(e, &d) {
				p.Fields = append(p.Fields, FieldProblem{Field: trimBody(d.Location), Words: d.Message})
			}
		}
		if status == http.StatusRequestEntityTooLarge {
			p.Detail = "That is larger than can be taken here. A file is at most 8 MB."
			p.Fields = []FieldProblem{{Field: "file", Words: p.Detail}}
		}
		if len(p.Fields) == 1 && p.Fields[0].Field == "body" {
			p.Detail = p.Fields[0].Words + "." // what could not be read names itself
		} else if len(p.Fields) > 0 && p.Detail == "validation failed" {
			p.Detail = fmt.Sprintf("%s: %s.", p.Fields[0].Field, p.Fields[0].Words)
		}
		return p
	}
}

func trimBody(s string) string {
	for _, pre := range []string{"body.", "query.", "path."} {
		if len(s) > len(pre) && s[:len(pre)] == pre {
			return s[len(pre):]
		}
	}
	return s
}

// problem turns a deed's error into a problem document. What is not known here is
// our fault, and says no more than that.
func problem(err error) error {
	make := func(status int, title, detail string) *Problem {
		return &Problem{Type: "about:blank", Title: title, Status: status, Detail: detail}
	}
	var field *studio.FieldError
	var stale *store.StaleError
	var rule *studio.RuleError
	var file *recipeld.Error
	var list shotcsv.Errors
	var ready huma.StatusError
	var sql *pgconn.PgError
	switch {
	case errors.As(err, &sql) && (sql.Code == "22021" || sql.Code == "22P05"):
		return make(422, "This cannot be kept", "There is a character in this that cannot be kept, a zero byte. Type the words anew rather than pasting them.")
	case errors.As(err, &ready):
		return ready
	case errors.As(err, &field):
		p := make(422, "Some of this cannot be accepted", field.Error())
		for _, f := range field.Problems {
			p.Fields = append(p.Fields, FieldProblem{Field: f.Path, Words: f.Words})
		}
		p.Detail = field.Problems[0].Words
		return p
	case errors.As(err, &stale):
		p := make(409, "Someone saved this meanwhile", "Someone saved this while you were at it. Choose which to keep; nothing you typed is lost.")
		p.Current = stale.Current
		return p
	case errors.As(err, &rule):
		return make(422, "Not yet", rule.Words)
	case errors.As(err, &file):
		p := make(422, "This file cannot be read", file.Error())
		p.Fields = []FieldProblem{{Field: "file", Words: file.Error()}}
		return p
	case errors.As(err, &list):
		p := make(422, "This list cannot be taken", fmt.Sprintf("Nothing of it was taken: %d %s to mend.", len(list), lines(len(list))))
		for _, l := range list {
			p.Fields = append(p.Fields, FieldProblem{Field: fmt.Sprintf("line %d", l.Line), Words: l.Words})
		}
		return p
	case errors.Is(err, store.ErrNotFound), errors.Is(err, gorm.ErrForeignKeyViolated):
		return make(404, "Not there", "It is not there, or not any more.")
	case errors.Is(err, store.ErrNothing), errors.Is(err, store.ErrMovedOn):
		return make(409, "Cannot take that back", err.Error()+".")
	case errors.Is(err, studio.ErrSignIn):
		return make(401, "Not signed in", "That email and password do not belong together.")
	}
	return make(500, "Something went wrong here", "Something went wrong on our side; nothing was changed. ("+err.Error()+")")
}

func lines(n int) string {
	if n == 1 {
		return "line"
	}
	return "lines"
}

func recovered(c *gin.Context, _ any) {
	c.Header("Content-Type", "application/problem+json")
	c.AbortWithStatusJSON(500, &Problem{Type: "about:blank", Title: "Something went wrong here", Status: 500, Detail: "Something went wrong on our side; nothing was changed."})
}
