// Package jobs is long work that outlives a request and a restart: a queue in
// PostgreSQL, so that a job is either asked for together with what it is about or
// not at all, and runs again after a crash.
package jobs

import (
	"context"
	"database/sql"
	"log/slog"
	"os"
	"time"

	"figladder/internal/store"
	"figladder/internal/studio"
	"github.com/riverqueue/river"
	"github.com/riverqueue/river/riverdriver/riverdatabasesql"
)

// PublishArgs asks for one publication to be delivered.
type PublishArgs struct {
	PublicationID string `json:"publicationId"`
}

// Kind implements river.JobArgs.
func (PublishArgs) Kind() string { return "publish" }

type publisher struct {
	river.WorkerDefaults[PublishArgs]
	studio *studio.Studio
}

// Work implements river.Worker.
func (p *publisher) Work(ctx context.Context, j *river.Job[PublishArgs]) error {
	return p.studio.Deliver(ctx, j.Args.PublicationID)
}

// NextRetry waits a little longer each time, five minutes at the most: an outlet
// that is down for a moment should not hold a picture for hours.
func (p *publisher) NextRetry(j *river.Job[PublishArgs]) time.Time {
	wait := min(time.Duration(1<<min(j.Attempt, 9))*time.Second, 5*time.Minute)
	return time.Now().Add(wait)
}

// Queue is the running queue. It implements studio.Queue.
type Queue struct{ client *river.Client[*sql.Tx] }

// Start works the queue of a studio until Stop.
func Start(ctx context.Context, s *store.Store, st *studio.Studio) (*Queue, error) {
	workers := river.NewWorkers()
	river.AddWorker(workers, &publisher{studio: st})
	c, err := river.NewClient(riverdatabasesql.New(s.SQL), &river.Config{
		Queues: map[string]river.QueueConfig{river.QueueDefault: {MaxWorkers: 4}}, Workers: workers, FetchPollInterval: 200 * time.Millisecond,
		Logger: slog.New(slog.NewTextHandler(os.Stderr, &slog.HandlerOptions{Level: slog.LevelError})),
	})
	if err != nil {
		return nil, err
	}
	q := &Queue{client: c}
	st.Queue = q
	return q, c.Start(ctx)
}

// Publish implements studio.Queue.
func (q *Queue) Publish(ctx context.Context, tx *sql.Tx, id string) error {
	_, err := q.client.InsertTx(ctx, tx, PublishArgs{PublicationID: id}, nil)
	return err
}

// Stop lets running jobs end.
func (q *Queue) Stop(ctx context.Context) error { return q.client.Stop(ctx) }
