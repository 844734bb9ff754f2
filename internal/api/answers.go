package api

import (
	"context"
	"fmt"
	"io"
	"mime/multipart"
	"net/http"
	"strings"

	"figladder/internal/craft/finding"
	"figladder/internal/formats/recipeld"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	"github.com/danielgtaylor/huma/v2"
)

func empty(op *huma.Operation) { op.DefaultStatus = 204 }

// upload reads the one file of a form; what it should be is said when there is none.
func upload(form multipart.Form, wanted string) (name string, data []byte, err error) {
	var files []*multipart.FileHeader
	for _, list := range form.File {
		files = append(files, list...)
	}
	switch {
	case len(files) == 0:
		return "", nil, &core.FieldError{Problems: []finding.FieldProblem{{Path: "file", Words: wanted}}}
	case files[0].Size > recipeld.MostBytes:
		return "", nil, huma.NewError(413, "too large")
	}
	f, err := files[0].Open()
	if err != nil {
		return "", nil, err
	}
	defer f.Close()
	data, err = io.ReadAll(f)
	return files[0].Filename, data, err
}

type document struct {
	ContentType string `header:"Content-Type"`
	Disposition string `header:"Content-Disposition"`
	Body        []byte
}

// pdf is a document to be looked at in the browser, under a name to keep it by.
func pdf(name string) func([]byte, error) (*document, error) {
	return func(data []byte, err error) (*document, error) {
		if err != nil {
			return nil, err
		}
		return &document{ContentType: "application/pdf", Disposition: `inline; filename="` + name + `"`, Body: data}, nil
	}
}

// picture is a file that never changes, for those who are signed in: the browser may keep it,
// and asks each time whether it still may show it.
type picture struct {
	Status       int
	ContentType  string `header:"Content-Type"`
	CacheControl string `header:"Cache-Control"`
	ETag         string `header:"ETag"`
	Body         []byte
}

type pictureAsk struct {
	ByID
	Conditional
}

// sizedAsk asks for a kept picture at the size it is shown at.
type sizedAsk struct { // huma looks into one embedded struct, not into one within it
	ByID
	Conditional
	Long int `query:"long" minimum:"0" maximum:"10000" doc:"Pixels on the long side; 0 for the file itself"`
}

// shown hands out the picture of a hash at the size asked for.
func (a *API) shown(ctx context.Context, in *sizedAsk, sha string) (*picture, error) {
	return in.tagged(fmt.Sprintf("%.24s-%d", sha, in.Long), func() ([]byte, error) { return a.studio.Shown(ctx, sha, in.Long) })
}

// Conditional is the part of a request for a picture that says which one the browser has.
type Conditional struct {
	IfNoneMatch string `header:"If-None-Match" maxLength:"200" doc:"Tag of the picture that the browser has"`
}

// kindOf is what kind of picture a file is; what is none goes out as one all the same, so that no browser takes it for a page.
func kindOf(data []byte) string {
	if kind := http.DetectContentType(data); strings.HasPrefix(kind, "image/") {
		return kind
	}
	return "image/jpeg"
}

// photo hands a picture out, or says that the one the browser has is the same.
func (k Conditional) photo(data []byte, err error) (*picture, error) {
	if err != nil {
		return nil, err
	}
	return k.tagged(store.Hash(data)[:24], func() ([]byte, error) { return data, nil })
}

// tagged is photo for what is only made when it is needed.
func (k Conditional) tagged(tag string, data func() ([]byte, error)) (*picture, error) {
	out := &picture{Status: http.StatusOK, ContentType: "image/jpeg", CacheControl: "private, no-cache", ETag: `"` + tag + `"`}
	if k.IfNoneMatch == out.ETag {
		out.Status = http.StatusNotModified
		return out, nil
	}
	var err error
	if out.Body, err = data(); err != nil {
		return nil, err
	}
	out.ContentType = kindOf(out.Body)
	return out, nil
}
