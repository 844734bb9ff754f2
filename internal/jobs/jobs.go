// Package jobs is long work that outlives a request and a restart: a queue in
// PostgreSQL, so that a job is either asked for together with what it is about or
// not at all, and runs again after a crash.
package jobs

import (
	"context"
	"database/sql"
	"log/slog"
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

// TakeDownArgs asks for one publication to be taken down.
type TakeDownArgs struct {
	PublicationID string `json:"publicationId"`
}

// Kind implements river.JobArgs.
func (TakeDownArgs) Kind() string { return "take-down" }

// CheckVaultArgs asks for every file of the vault to be read again; without an ID, as every
// week, a check is asked for first.
type CheckVaultArgs struct {
	CheckID string `json:"checkId"`
}

// Kind implements river.JobArgs.
func (CheckVaultArgs) Kind() string { return "check-vault" }

type checker struct {
	river.WorkerDefaults[CheckVaultArgs]
	studio *studio.Studio
}

// Timeout implements river.Worker: a year's pictures take hours to read.
func (c *checker) Timeout(*river.Job[CheckVaultArgs]) time.Duration { return 12 * time.Hour }

// Work implements river.Worker.
func (c *checker) Work(ctx context.Context, j *river.Job[CheckVaultArgs]) error {
	if j.Args.CheckID == "" {
		_, err := c.studio.AskVaultCheck(ctx, "the week")
		return err
	}
	return c.studio.RunVaultCheck(ctx, j.Args.CheckID)
}

// retryBase is the unit in which waiting grows.
var retryBase = time.Second

// deliverIn is how long one try may take. What still counts as running half as long again after it was begun had its server killed
// under it, and is taken up by another: river's own hour would leave a picture lying that long.
var deliverIn = time.Minute

// mostTries is how often a picture is tried: five minutes apart, for a month.
const mostTries = 9000

type publisher struct {
	river.WorkerDefaults[PublishArgs]
	studio *studio.Studio
}

// Work implements river.Worker.
func (p *publisher) Work(ctx context.Context, j *river.Job[PublishArgs]) error {
	return p.studio.Out.Deliver(ctx, j.Args.PublicationID)
}

// NextRetry waits a little longer each time, five minutes at the most: an outlet
// that is down for a moment should not hold a picture for hours.
func (p *publisher) NextRetry(j *river.Job[PublishArgs]) time.Time { return soonAgain(j.Attempt) }

func soonAgain(attempt int) time.Time {
	return time.Now().Add(min(time.Duration(1<<min(attempt, 9))*retryBase, 5*time.Minute))
}

type taker struct {
	river.WorkerDefaults[TakeDownArgs]
	studio *studio.Studio
}

// Work implements river.Worker.
func (p *taker) Work(ctx context.Context, j *river.Job[TakeDownArgs]) error {
	return p.studio.Out.BringDown(ctx, j.Args.PublicationID)
}

// NextRetry implements river.Worker, as for what is sent.
func (p *taker) NextRetry(j *river.Job[TakeDownArgs]) time.Time { return soonAgain(j.Attempt) }

// Queue is the running queue. It implements studio.Queue.
type Queue struct{ client *river.Client[*sql.Tx] }

// Start works the queue of a studio until Stop.
func Start(ctx context.Context, s *store.Store, st *studio.Studio) (*Queue, error) {
	workers := river.NewWorkers()
	river.AddWorker(workers, &publisher{studio: st})
	river.AddWorker(workers, &taker{studio: st})
	river.AddWorker(workers, &checker{studio: st})
	c, err := river.NewClient(riverdatabasesql.New(s.SQL), &river.Config{
		Queues: map[string]river.QueueConfig{river.QueueDefault: {MaxWorkers: 4}}, Workers: workers, FetchPollInterval: time.Second,
		JobTimeout: deliverIn, RescueStuckJobsAfter: deliverIn * 3 / 2,
		Logger: slog.New(onlyErrors{slog.Default().Handler()}),
		PeriodicJobs: []*river.PeriodicJob{river.NewPeriodicJob(river.PeriodicInterval(week), func() (river.JobArgs, *river.InsertOpts) {
			return CheckVaultArgs{}, nil
		}, nil)},
	})
	if err != nil {
		return nil, err
	}
	q := &Queue{client: c}
	st.Queue = q
	return q, c.Start(ctx)
}

// Publish implements studio.Queue.
func (q *Queue) Publish(ctx context.Context, tx *sql.Tx, id string, at *time.Time) error {
	opts := &river.InsertOpts{MaxAttempts: mostTries}
	if at != nil {
		opts.ScheduledAt = *at
	}
	_, err := q.client.InsertTx(ctx, tx, PublishArgs{PublicationID: id}, opts)
	return err
}

// TakeDown implements studio.Queue.
func (q *Queue) TakeDown(ctx context.Context, tx *sql.Tx, id string) error {
	_, err := q.client.InsertTx(ctx, tx, TakeDownArgs{PublicationID: id}, &river.InsertOpts{MaxAttempts: mostTries})
	return err
}

// CheckVault implements studio.Queue.
func (q *Queue) CheckVault(ctx context.Context, tx *sql.Tx, id string) error {
	_, err := q.client.InsertTx(ctx, tx, CheckVaultArgs{CheckID: id}, nil)
	return err
}

// Stop lets running jobs end for half of the time that ctx has, then ends them: each begins
// again at the next start.
func (q *Queue) Stop(ctx context.Context) error {
	if end, ok := ctx.Deadline(); ok {
		half, cancel := context.WithDeadline(ctx, time.Now().Add(time.Until(end)/2))
		defer cancel()
		if q.client.Stop(half) == nil {
			return nil
		}
	}
	return q.client.StopAndCancel(ctx)
}

// week is how often the vault is checked by itself.
const week = 7 * 24 * time.Hour

// onlyErrors writes down what went wrong and nothing else: the queue talks much.
type onlyErrors struct{ slog.Handler }

// Enabled implements slog.Handler.
func (onlyErrors) Enabled(_ context.Context, l slog.Level) bool { return l >= slog.LevelError }
