package frames

import (
	"context"
	"database/sql"
	"errors"
	"log/slog"
	"path/filepath"
	"runtime/debug"
	"slices"
	"strings"
	"sync"
	"time"

	"figladder/internal/craft/card"
	"figladder/internal/intake"
	"figladder/internal/standin"
	"figladder/internal/store"
	"figladder/internal/studio/core"

	"github.com/google/uuid"
	"gorm.io/gorm"
	"gorm.io/gorm/clause"
)

// Stage is how far a card is.
type Stage string

// The stages: its files are sent by a browser, are copied, looked at and matched; or it waits to be gone on with, or is
// done.
const (
	Sending  Stage = "sending"
	Copying  Stage = "copying"
	Looking  Stage = "looking"
	Matching Stage = "matching"
	Stopped  Stage = "stopped"
	Done     Stage = "done"
)

// Words implements words.Vocabulary.
func (Stage) Words() []string {
	return []string{string(Sending), string(Copying), string(Looking), string(Matching), string(Stopped), string(Done)}
}

// CardNow is a card that is copied, or was.
type CardNow struct {
	ID       string          `json:"id" doc:"Its key"`
	ShootID  string          `json:"shootId" doc:"The shoot"`
	Name     string          `json:"name" doc:"What it is called"`
	From     card.From       `json:"from" doc:"Where its files come from"`
	At       string          `json:"at" doc:"When it was begun, RFC 3339"`
	Stage    Stage           `json:"stage" doc:"How far it is"`
	Progress intake.Progress `json:"progress" doc:"How far the copy is"`
	Why      string          `json:"why" doc:"Why it stopped; empty otherwise"`
	Verdict  card.Verdict    `json:"verdict" doc:"Whether it may be cleared; the first fifty of what is missing"`
	Missing  int             `json:"missing" doc:"How many files keep it from that"`
	Clock    card.Clock      `json:"clock" doc:"How its camera's clock was off"`
	ByHand   bool            `json:"byHand" doc:"Whether somebody said how much"`
	CardSums
}

// CardSums are how much a card brought.
type CardSums struct {
	Frames int `json:"frames" doc:"Pictures it brought"`
	Unseen int `json:"unseen" doc:"Kept files that have not been looked at yet"`
	Sure   int `json:"sure" doc:"Of its pictures: laid to a shot for sure"`
	Likely int `json:"likely" doc:"Laid to one that is likely"`
	Unlaid int `json:"unlaid" doc:"Laid to none"`
	Others int `json:"others" doc:"Files that were kept and are no picture of their own: raw files beside theirs, doubles, what cannot be shown"`
}

// copies are the cards that this server is at.
type copies struct {
	mu     sync.Mutex
	at     map[string]*copyRun
	group  sync.WaitGroup
	closed bool
}

type copyRun struct {
	cancel   context.CancelFunc
	stage    Stage
	progress intake.Progress
	again    bool // something came while it was at it
}

// mostCards is how many of a shoot's cards are told at once: each is looked at file by file.
const mostCards = 12

// mostShown is how many of what keeps a card from being cleared are told at once.
const mostShown = 50

// ledger keeps what is known of a card's copy.
type ledger struct {
	*core.Core
	card string
}

// Entries implements intake.Ledger.
func (l ledger) Entries(ctx context.Context) ([]card.Entry, error) {
	rows, err := store.All[store.CardFile](l.Store.WithContext(ctx).Where("card_id = ?", l.card))
	if err != nil {
		return nil, err
	}
	out := make([]card.Entry, len(rows))
	for i, r := range rows {
		out[i] = r.Entry()
	}
	return out, nil
}

// Write implements intake.Ledger. A file that is other than it was is looked at again.
func (l ledger) Write(ctx context.Context, e card.Entry) error {
	row := &store.CardFile{CardID: l.card, Path: e.File.Path, Bytes: e.File.Bytes, Modified: e.File.Modified.UTC(), SHA256: e.Kept.SHA256, Copies: e.Kept.Copies, Why: e.Why}
	if row.Copies == nil {
		row.Copies = []card.Copy{}
	}
	return l.Store.WithContext(ctx).Clauses(clause.OnConflict{Columns: []clause.Column{{Name: "card_id"}, {Name: "path"}},
		DoUpdates: append(clause.AssignmentColumns([]string{"bytes", "modified", "sha256", "copies", "why"}),
			clause.Assignments(map[string]any{
				"seen":     gorm.Expr("card_files.seen and card_files.sha256 = excluded.sha256"),
				"frame_id": gorm.Expr("case when card_files.sha256 = excluded.sha256 then card_files.frame_id else '' end"),
				"said":     gorm.Expr("case when card_files.sha256 = excluded.sha256 then card_files.said else '' end"),
			})...)}).Create(row).Error
}

// source is where a card's files are read; nil for files that are sent.
func (s *Room) source(row *store.CardRow) (intake.Source, error) {
	switch row.From {
	case card.Reader:
		if s.Reader == nil {
			return nil, core.Rule("There is no card reader on this machine.")
		}
		return s.Reader, nil
	case card.Folder:
		if !s.mayRead(row.Folder) {
			return nil, core.Rule("That folder is not one of those that may be read here.")
		}
		return intake.Folder{Dir: row.Folder}, nil
	}
	return nil, nil
}

// mayRead says whether a folder is one of those that may be read, or in one.
func (s *Room) mayRead(dir string) bool {
	dir = filepath.Clean(dir)
	return slices.ContainsFunc(s.Folders, func(root string) bool {
		rel, err := filepath.Rel(filepath.Clean(root), dir)
		return err == nil && (rel == "." || filepath.IsLocal(rel))
	})
}

// BeginCopy copies a card from its reader, or a folder, for a shoot. One that was begun already is gone on with.
func (s *Room) BeginCopy(ctx context.Context, shootID string, from card.From, folder string) (*CardNow, error) {
	if _, err := s.Brief.Shoot(ctx, shootID); err != nil {
		return nil, err
	}
	row := &store.CardRow{ID: uuid.Must(uuid.NewV7()).String(), CreatedAt: s.Now(), ShootID: shootID, From: from}
	switch from {
	case card.Reader:
		row.Name = "Card of " + s.Now().Format("2 January, 15:04")
	case card.Folder:
		if !filepath.IsAbs(folder) {
			return nil, core.Rule("Write the folder's whole path, from the root of the machine.")
		}
		row.Folder = filepath.Clean(folder)
		row.Name = filepath.Base(row.Folder)
	default:
		return nil, core.Rule("Say where the files are: in the reader, or in a folder.")
	}
	src, err := s.source(row)
	if err != nil {
		return nil, err
	}
	files, err := src.List(ctx)
	switch {
	case errors.Is(err, card.ErrGone):
		return nil, core.Rule("%s", goneWords(from))
	case err != nil:
		return nil, core.Rule("It cannot be read: %s.", err)
	case len(files) == 0:
		return nil, core.Rule("There is nothing to copy on it.")
	}
	err = s.In(ctx, func(tx *gorm.DB) error {
		if err := store.InTurn(tx, "cards of "+shootID); err != nil {
			return err
		}
		old := &store.CardRow{}
		err := tx.Where(`shoot_id = ? and "from" = ? and folder = ? and not done`, shootID, from, row.Folder).Order("id desc").First(old).Error
		switch {
		case err == nil:
			row = old
			return nil
		case !errors.Is(err, gorm.ErrRecordNotFound):
			return err
		}
		return tx.Create(row).Error
	})
	if err != nil {
		return nil, err
	}
	s.begin(row.ID)
	return s.CardOf(ctx, row.ID)
}

func goneWords(from card.From) string {
	if from == card.Reader {
		return "There is no card in the reader. Push it in; what was copied is kept, and it goes on from there."
	}
	return "That folder is not there. What was copied is kept, and it goes on once it is back."
}

// GoOn goes on with a card where it stands; files that could not be read are tried again.
func (s *Room) GoOn(ctx context.Context, id string) (*CardNow, error) {
	if _, err := s.card(ctx, id); err != nil {
		return nil, err
	}
	s.begin(id)
	return s.CardOf(ctx, id)
}

// Halt stops a card that is at work; it can be gone on with.
func (s *Room) Halt(ctx context.Context, id string) (*CardNow, error) {
	s.copies.mu.Lock()
	if r := s.copies.at[id]; r != nil {
		r.again = false
		r.cancel()
	}
	s.copies.mu.Unlock()
	return s.CardOf(ctx, id)
}

func (s *Room) card(ctx context.Context, id string) (*store.CardRow, error) {
	row := &store.CardRow{}
	err := s.Store.WithContext(ctx).Where("id = ?", id).First(row).Error
	if errors.Is(err, gorm.ErrRecordNotFound) {
		return nil, store.ErrNotFound
	}
	return row, err
}

// Resume goes on with every card that a server was at when it ended.
func (s *Room) Resume(ctx context.Context) error {
	rows, err := store.All[store.CardRow](s.Store.WithContext(ctx).Where("not done and why = ''"))
	for _, r := range rows {
		s.begin(r.ID)
	}
	return err
}

// Stop ends what is copied, as a kill would, and waits for it as long as ctx lasts.
func (s *Room) Stop(ctx context.Context) error {
	s.copies.mu.Lock()
	s.copies.closed = true
	for _, r := range s.copies.at {
		r.cancel()
	}
	s.copies.mu.Unlock()
	ended := make(chan struct{})
	go func() { s.copies.group.Wait(); close(ended) }()
	select {
	case <-ended:
		return nil
	case <-ctx.Done():
		return ctx.Err()
	}
}

// begin works at a card in the background. One that is at work looks once more when it is through.
func (s *Room) begin(id string) {
	c := &s.copies
	c.mu.Lock()
	defer c.mu.Unlock()
	if c.closed {
		return
	}
	if r := c.at[id]; r != nil {
		r.again = true
		return
	}
	ctx, cancel := context.WithCancel(context.Background())
	r := &copyRun{cancel: cancel, stage: Copying}
	if c.at == nil {
		c.at = map[string]*copyRun{}
	}
	c.at[id] = r
	c.group.Go(func() {
		defer cancel()
		for {
			err := s.guarded(ctx, id, r)
			c.mu.Lock()
			if r.again && ctx.Err() == nil {
				r.again = false
				c.mu.Unlock()
				continue
			}
			c.mu.Unlock()
			s.ended(ctx, id, err) // before anybody takes it for ended
			c.mu.Lock()
			if r.again && ctx.Err() == nil {
				r.again = false
				c.mu.Unlock()
				continue
			}
			delete(c.at, id)
			c.mu.Unlock()
			return
		}
	})
}

// guarded works at a card; a panic ends that card's work, not the server.
func (s *Room) guarded(ctx context.Context, id string, r *copyRun) (err error) {
	defer func() {
		if v := recover(); v != nil {
			slog.Error("a copy panicked", "value", v, "stack", string(debug.Stack()))
			err = errors.New("something went wrong on our side")
		}
	}()
	alone, err := s.alone(ctx, id)
	if err != nil || alone == nil {
		return err // another server is at it
	}
	defer alone()
	return s.work(ctx, id, r)
}

// alone takes a card for this server: nil when another one has it. Its lock goes with the connection, so with a server
// that is killed.
func (s *Room) alone(ctx context.Context, id string) (leave func(), err error) {
	conn, err := s.Store.SQL.Conn(ctx)
	if err != nil {
		return nil, err
	}
	var got bool
	if err := conn.QueryRowContext(ctx, "select pg_try_advisory_lock(hashtextextended($1, 1))", "card "+id).Scan(&got); err != nil || !got {
		return nil, errors.Join(err, conn.Close())
	}
	return func() {
		if _, err := conn.ExecContext(context.WithoutCancel(ctx), "select pg_advisory_unlock_all()"); err != nil {
			_ = conn.Raw(func(any) error { return sql.ErrConnDone })
		}
		_ = conn.Close()
	}, nil
}

// work does what there is to do for a card: copy first, since nothing is safe before, then look at what came, then say
// which shots it is of.
func (s *Room) work(ctx context.Context, id string, r *copyRun) error {
	row, err := s.card(ctx, id)
	if err != nil {
		return err
	}
	src, err := s.source(row)
	if err != nil {
		return err
	}
	if src != nil {
		if err := s.set(ctx, id, map[string]any{"why": "", "done": false}); err != nil {
			return err
		}
		if _, err := intake.Run(ctx, src, s.Vault, ledger{s.Core, id}, func(p intake.Progress) { s.tell(r, Copying, p) }); err != nil {
			return err
		}
	}
	s.tell(r, Looking, r.progress)
	if err := s.lookAt(ctx, row); err != nil {
		return err
	}
	var waiting int64
	if err := s.Store.WithContext(ctx).Model(&store.CardFile{}).Where("card_id = ? and sha256 = ''", id).Count(&waiting).Error; err != nil {
		return err
	}
	if waiting > 0 && src == nil {
		return nil // more is being sent
	}
	s.tell(r, Matching, r.progress)
	if err := s.matchCard(ctx, id); err != nil {
		return err
	}
	return s.set(ctx, id, map[string]any{"done": true, "why": ""})
}

func (s *Room) tell(r *copyRun, stage Stage, p intake.Progress) {
	s.copies.mu.Lock()
	defer s.copies.mu.Unlock()
	r.stage, r.progress = stage, p
}

func (s *Room) set(ctx context.Context, id string, to map[string]any) error {
	return s.Store.WithContext(ctx).Model(&store.CardRow{}).Where("id = ?", id).Updates(to).Error
}

// ended writes down why a card's work ended early. A server that stops says nothing: the next one goes on.
func (s *Room) ended(ctx context.Context, id string, err error) {
	s.copies.mu.Lock()
	closed := s.copies.closed
	s.copies.mu.Unlock()
	if err == nil || closed {
		return
	}
	row, e := s.card(context.WithoutCancel(ctx), id)
	if e != nil {
		return
	}
	why := "Something went wrong on our side. What was copied is kept; go on to try again."
	var rule *core.RuleError
	switch {
	case errors.Is(err, context.Canceled):
		why = "It was stopped. What was copied is kept; it goes on from there."
	case errors.Is(err, card.ErrGone):
		why = goneWords(row.From)
	case errors.Is(err, card.ErrFull):
		why = "There is no more room where pictures are kept. What was copied is kept; make room, then go on."
	case errors.As(err, &rule):
		why = rule.Words
	default:
		slog.Error("a copy ended", "card", id, "error", err)
	}
	if e := s.set(context.WithoutCancel(ctx), id, map[string]any{"why": why}); e != nil {
		slog.Error("a copy ended", "card", id, "error", e)
	}
}

// Cards are a shoot's, the newest first.
func (s *Room) Cards(ctx context.Context, shootID string) ([]CardNow, error) {
	rows, err := store.All[store.CardRow](s.Store.WithContext(ctx).Where("shoot_id = ?", shootID).Order("id desc").Limit(mostCards))
	if err != nil {
		return nil, err
	}
	out := []CardNow{}
	for i := range rows {
		c, err := s.now(ctx, &rows[i])
		if err != nil {
			return nil, err
		}
		out = append(out, *c)
	}
	return out, nil
}

// CardOf tells how a card is.
func (s *Room) CardOf(ctx context.Context, id string) (*CardNow, error) {
	row, err := s.card(ctx, id)
	if err != nil {
		return nil, err
	}
	return s.now(ctx, row)
}

func (s *Room) now(ctx context.Context, row *store.CardRow) (*CardNow, error) {
	s.copies.mu.Lock()
	run := s.copies.at[row.ID]
	var was copyRun
	if run != nil {
		was.stage, was.progress = run.stage, run.progress
	}
	s.copies.mu.Unlock()
	row, err := s.card(ctx, row.ID) // as it is once nobody is at it
	if err != nil {
		return nil, err
	}
	out := &CardNow{ID: row.ID, ShootID: row.ShootID, Name: row.Name, From: row.From, At: row.CreatedAt.Format("2006-01-02T15:04:05Z07:00"), Why: row.Why, Clock: row.Clock, ByHand: row.ByHand}
	tx := s.Store.WithContext(ctx)
	if err := tx.Raw(`select * from
		(select count(*) filter (where frame_id <> '' and said = '') as frames, count(*) filter (where sha256 <> '' and not seen) as unseen, count(*) filter (where seen and said <> '') as others
			from card_files where card_id = ?) as files,
		(select count(*) filter (where shot_id is not null and (laid = 'by hand' or match ->> 'sure' = 'sure')) as sure, count(*) filter (where shot_id is not null and laid <> 'by hand' and match ->> 'sure' <> 'sure') as likely,
			count(*) filter (where shot_id is null) as unlaid from frames where shoot_id = ? and came ->> 'cardId' = ?) as pictures`, row.ID, row.ShootID, row.ID).Scan(&out.CardSums).Error; err != nil {
		return nil, err
	}
	entries, err := ledger{s.Core, row.ID}.Entries(ctx)
	if err != nil {
		return nil, err
	}
	onCard, err := s.onCard(ctx, row, entries)
	if err != nil {
		return nil, err
	}
	out.Verdict = card.Gate(onCard, entries)
	if onCard == nil && row.From != card.Sent {
		out.Verdict.Words = "It is not there just now, so nothing can be said of it. Do not clear it."
	}
	if row.From == card.Sent {
		out.Verdict.Words = strings.Replace(out.Verdict.Words, "The card may be cleared", "What you chose is safe", 1)
		out.Verdict.Words = strings.Replace(out.Verdict.Words, "Do not clear the card", "Do not clear the card they are from", 1)
	}
	out.Missing = len(out.Verdict.Missing)
	out.Verdict.Missing = out.Verdict.Missing[:min(mostShown, out.Missing)]
	switch {
	case run != nil:
		out.Stage, out.Progress = was.stage, was.progress
	case row.Done:
		out.Stage = Done
	case row.From == card.Sent && row.Why == "":
		out.Stage = Sending
	default:
		out.Stage = Stopped
	}
	if run == nil || row.From == card.Sent {
		out.Progress = counted(onCard, entries)
	}
	return out, nil
}

// onCard is what is on a card now: nothing where it is not there; for what is sent, what was chosen.
func (s *Room) onCard(ctx context.Context, row *store.CardRow, entries []card.Entry) ([]card.File, error) {
	src, err := s.source(row)
	switch {
	case err != nil:
		return nil, nil //nolint:nilerr // a folder that may not be read any more is one that is not there
	case src == nil:
		out := make([]card.File, len(entries))
		for i, e := range entries {
			out[i] = e.File
		}
		return out, nil
	}
	files, err := src.List(ctx)
	if errors.Is(err, card.ErrGone) {
		return nil, nil
	}
	return files, err
}

// counted is how far a copy is by its ledger.
func counted(files []card.File, entries []card.Entry) intake.Progress {
	p := intake.Progress{Files: len(entries)}
	for _, e := range entries {
		p.Bytes += e.File.Bytes
		switch {
		case e.Why != "":
			p.Refused++
		case e.Kept.Twice():
			p.Done, p.DoneBytes = p.Done+1, p.DoneBytes+e.File.Bytes
		}
	}
	if len(files) > len(entries) {
		p.Files, p.Bytes = len(files), 0
		for _, f := range files {
			p.Bytes += f.Bytes
		}
	}
	return p
}

// erasable are the files that may be taken off a card: all that is on it, or an error that says in words why not.
func (s *Room) erasable(ctx context.Context, row *store.CardRow) ([]card.File, error) {
	if row.From != card.Reader {
		return nil, core.Rule("Only a card in the reader is cleared from here.")
	}
	files, err := s.Reader.List(ctx)
	if errors.Is(err, card.ErrGone) {
		return nil, core.Rule("There is no card in the reader.")
	} else if err != nil {
		return nil, err
	}
	entries, err := ledger{s.Core, row.ID}.Entries(ctx)
	if err != nil {
		return nil, err
	}
	v := card.Gate(files, entries)
	if !v.MayClear {
		return nil, core.Rule("%s", v.Words)
	}
	// What the ledger says was read back when it was copied; before anything is lost for good, it is read once more.
	onCard := map[string]bool{}
	for _, f := range files {
		onCard[f.Path] = true
	}
	for _, e := range entries {
		if !onCard[e.File.Path] {
			continue
		}
		is, err := s.Vault.Inspect(ctx, e.Kept.SHA256)
		if err != nil || is.Whole < 2 && !is.Mended {
			return nil, core.Rule("Do not clear the card: %s was read again just now, and %d of 2 copies are whole.", e.File.Path, is.Whole)
		}
	}
	return files, nil
}

// ClearCard takes off the card in the reader what was on it when every file had two copies, which are read again for it. What
// comes onto it meanwhile stays.
func (s *Room) ClearCard(ctx context.Context, id string) (*CardNow, error) {
	row, err := s.card(ctx, id)
	if err != nil {
		return nil, err
	}
	files, err := s.erasable(ctx, row)
	if err != nil {
		return nil, err
	}
	if err := s.Reader.Erase(ctx, files); err != nil {
		return nil, err
	}
	slog.Info("a card was cleared", "card", id)
	return s.CardOf(ctx, id)
}

// Places are where files can be copied from here.
type Places struct {
	Reader  bool         `json:"reader" doc:"Whether there is a card reader on the machine that serves"`
	InIt    int          `json:"inIt" doc:"Files on the card in it; −1 for no card"`
	Bytes   int64        `json:"bytes" doc:"Their size"`
	Acts    []string     `json:"acts" doc:"What hands can do to a simulated reader; empty for a real one"`
	Folders []FolderHere `json:"folders" doc:"Folders of that machine that may be read"`
}

// FolderHere is a folder that may be copied.
type FolderHere struct {
	Path  string `json:"path" doc:"Its whole path"`
	Files int    `json:"files" doc:"Files in it and below it"`
	Bytes int64  `json:"bytes" doc:"Their size"`
}

// PlacesNow tells them: the folders that may be read, and those in them.
func (s *Room) PlacesNow(ctx context.Context) (*Places, error) {
	out := &Places{Reader: s.Reader != nil, InIt: -1, Acts: []string{}, Folders: []FolderHere{}}
	if s.Reader != nil {
		if _, ok := s.Reader.(standin.Handled); ok {
			out.Acts = standin.ReaderActs
		}
		files, err := s.Reader.List(ctx)
		if err != nil && !errors.Is(err, card.ErrGone) {
			return nil, err
		}
		if err == nil {
			out.InIt = len(files)
			for _, f := range files {
				out.Bytes += f.Bytes
			}
		}
	}
	out.Folders = s.seenFolders(ctx)
	return out, nil
}

// foldersFor is how long folders are taken to be as they were seen: the screen asks often, and they can be large.
const foldersFor = 20 * time.Second

// seen are folders as they were seen last.
type seen struct {
	mu  sync.Mutex
	at  time.Time
	all []FolderHere
}

// seenFolders are the folders that may be read, and those in them.
func (s *Room) seenFolders(ctx context.Context) []FolderHere {
	s.folders.mu.Lock()
	defer s.folders.mu.Unlock()
	if time.Since(s.folders.at) < foldersFor && len(s.folders.all) > 0 {
		return s.folders.all
	}
	out := []FolderHere{}
	for _, root := range s.Folders {
		files, err := intake.Folder{Dir: root}.List(ctx)
		if err != nil {
			continue // it is not there just now
		}
		in := map[string]*FolderHere{}
		for _, f := range files {
			top, _, deep := strings.Cut(f.Path, "/")
			path := filepath.Clean(root)
			if deep {
				path = filepath.Join(root, top)
			}
			if in[path] == nil {
				in[path] = &FolderHere{Path: path}
			}
			in[path].Files++
			in[path].Bytes += f.Bytes
		}
		for _, f := range in {
			out = append(out, *f)
		}
	}
	slices.SortFunc(out, func(a, b FolderHere) int { return strings.Compare(a.Path, b.Path) })
	s.folders.at, s.folders.all = time.Now(), out
	return out
}

// HandleReader does something to a simulated reader by hand.
func (s *Room) HandleReader(ctx context.Context, act string) (*Places, error) {
	h, ok := s.Reader.(standin.Handled)
	if !ok {
		return nil, core.Rule("This reader is handled by hand.")
	}
	if err := h.Handle(ctx, act); err != nil {
		return nil, core.Rule("Nobody can do that to the reader.")
	}
	return s.PlacesNow(ctx)
}

// FileNow is a file of a card.
type FileNow struct {
	Path    string `json:"path" doc:"Its name with its folders"`
	Bytes   int64  `json:"bytes" doc:"Its size"`
	Copies  int    `json:"copies" doc:"Verified copies"`
	Why     string `json:"why" doc:"Why it could not be copied; empty otherwise"`
	Said    string `json:"said" doc:"What became of it, where it is no picture of its own"`
	FrameID string `json:"frameId" doc:"The frame it became, or is a part of; empty for none"`
	Has     int64  `json:"has" doc:"How much of it has been sent, where it is being sent"`
}

// FilesOf are a card's files by name, after one, so many; with only the odd ones, those with something to be said of.
func (s *Room) FilesOf(ctx context.Context, id, after string, odd bool, limit int) ([]FileNow, error) {
	row, err := s.card(ctx, id)
	if err != nil {
		return nil, err
	}
	q := s.Store.WithContext(ctx).Where("card_id = ? and path > ?", id, after).Order("path").Limit(limit)
	if odd {
		q = q.Where("why <> '' or said <> '' or sha256 = ''")
	}
	rows, err := store.All[store.CardFile](q)
	out := []FileNow{}
	for _, r := range rows {
		f := FileNow{Path: r.Path, Bytes: r.Bytes, Copies: len(r.Copies), Why: r.Why, Said: r.Said, FrameID: r.FrameID}
		if row.From == card.Sent && r.SHA256 == "" {
			f.Has = s.sent(id, r.Path)
		}
		out = append(out, f)
	}
	return out, err
}
