package store

import (
	"context"
	"errors"
	"fmt"
	"io"
	"net/url"
	"path"
	"strings"
	"time"

	"github.com/google/uuid"
	"gocloud.dev/blob"
	_ "gocloud.dev/blob/s3blob" // S3 and what speaks as it does, by s3:// and a name
)

// bucket is a place at a service that keeps objects, so that a house that burns takes one copy and not both. Files lie in it
// as in a folder, by the first two letters of their hash.
type bucket struct {
	called, at string // at without what could be a secret
	*blob.Bucket
}

// opened is how long the service may take to say that the bucket is there, when the server starts and when it is asked how
// the place stands.
const opened = 15 * time.Second

// isBucket says whether a place is written as a bucket's address and not a folder's.
func isBucket(place string) bool { return strings.Contains(place, "://") }

// openBucket opens one by its address, as gocloud.dev/blob reads them: s3://name?region=…&endpoint=…; what opens it (a key
// and its secret) comes from the surroundings, as the service's own tools have it. One that cannot be reached is no fault of
// the start: the copy of a file there is, until it can be.
func openBucket(ctx context.Context, name, address string) (bucket, error) {
	u, err := url.Parse(address)
	if err != nil {
		return bucket{}, fmt.Errorf("the %s place is no folder and no bucket's address: %w", name, err)
	}
	b, err := blob.OpenBucket(ctx, address)
	if err != nil {
		return bucket{}, fmt.Errorf("the %s place, %s://%s: %w", name, u.Scheme, u.Host, err)
	}
	return bucket{name, u.Scheme + "://" + path.Join(u.Host, u.Path), b}, nil
}

func (b bucket) name() string { return b.called }

// key is where a file lies.
func (b bucket) key(sha string) string { return sha[:2] + "/" + sha }

func (b bucket) open(ctx context.Context, sha string) (io.ReadSeekCloser, error) {
	return b.NewReader(ctx, b.key(sha), nil)
}

func (b bucket) begin(ctx context.Context) (begun, error) {
	// Its name must not be known to two servers, and what is there must never be half of something: it is written under
	// a name of its own, and copied at the service when all of it is there.
	ctx, stop := context.WithCancel(ctx)
	key := begunName + uuid.NewString()
	w, err := b.NewWriter(ctx, key, &blob.WriterOptions{ContentType: "application/octet-stream"})
	if err != nil {
		stop()
		return nil, err
	}
	return &begunObject{w, b, key, stop}, nil
}

// begunObject is a file of a bucket that is being written.
type begunObject struct {
	*blob.Writer
	in   bucket
	key  string
	stop context.CancelFunc
}

func (o *begunObject) drop() {
	o.stop() // before closing: then nothing is put there
	_ = o.Close()
}

func (o *begunObject) settle(ctx context.Context, sha string) error {
	defer o.stop()
	if err := o.Close(); err != nil {
		return err
	}
	defer o.gone(ctx)
	if err := o.in.Copy(ctx, o.in.key(sha), o.key, nil); err != nil {
		return err
	}
	if _, whole := whole(ctx, o.in, sha); !whole {
		return notBack(o.in)
	}
	return nil
}

// gone takes the begun one away, also when its file is no longer wanted.
func (o *begunObject) gone(ctx context.Context) {
	_ = o.in.Delete(context.WithoutCancel(ctx), o.key)
}

// names also takes away what was begun a day ago and never named.
func (b bucket) names(ctx context.Context, tell func(string)) error {
	for all := b.List(nil); ; {
		o, err := all.Next(ctx)
		switch {
		case errors.Is(err, io.EOF):
			return nil
		case err != nil:
			return err
		case strings.HasPrefix(o.Key, begunName) && time.Since(o.ModTime) > swept:
			_ = b.Delete(ctx, o.Key)
		default:
			tell(path.Base(o.Key))
		}
	}
}

func (b bucket) now(ctx context.Context) (at PlaceNow, disk string) {
	ctx, stop := context.WithTimeout(ctx, opened)
	defer stop()
	at = PlaceNow{Name: b.called, Path: b.at, Free: -1}
	at.There, _ = b.IsAccessible(ctx)
	return at, ""
}
