package frames

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"fmt"
	"hash/fnv"
	"io/fs"
	"os"
	"path"
	"path/filepath"
	"strings"
	"sync"

	"figladder/internal/craft/card"
	"figladder/internal/store"
	"figladder/internal/studio/core"

	"github.com/google/uuid"
	"gorm.io/gorm"
	"gorm.io/gorm/clause"
)

// What may be sent: a part at a time, and files as large as a long raw burst of a studio's largest camera (bounds of our
// own).
const (
	MostPart = 8 << 20
	MostFile = 4 << 30
	mostSent = 20_000
)

// sending keeps two parts of one file from being written at once: a file has one of a few locks, by its name.
type sending [64]sync.Mutex

func (s *sending) lock(key string) (unlock func()) {
	h := fnv.New32a()
	_, _ = h.Write([]byte(key))
	one := &s[h.Sum32()%uint32(len(s))]
	one.Lock()
	return one.Unlock
}

// BeginSending lists files that a browser is going to send: with a card's key, more of the same. It can be asked again
// with the same files, after a closed window or on another machine; what has come stays.
func (s *Room) BeginSending(ctx context.Context, shootID, id, name string, files []card.File) (*CardNow, error) {
	if _, err := s.Brief.Shoot(ctx, shootID); err != nil {
		return nil, err
	}
	if len(files) == 0 {
		return nil, core.Rule("Choose files first.")
	}
	rows := make([]store.CardFile, 0, len(files))
	seen := map[string]bool{}
	for _, f := range files {
		p := path.Clean(strings.TrimLeft(strings.ReplaceAll(f.Path, "\\", "/"), "/"))
		switch {
		case p == "." || !fs.ValidPath(p):
			return nil, core.Rule("“%s” is no name for a file.", f.Path)
		case f.Bytes > MostFile:
			return nil, core.Rule("“%s” is larger than %d GB. Put it into a folder of the machine that serves, and copy it from there.", p, MostFile>>30)
		case seen[p]:
			return nil, core.Rule("“%s” is there twice. Send one folder after the other.", p)
		}
		seen[p] = true
		rows = append(rows, store.CardFile{Path: p, Bytes: f.Bytes, Modified: f.Modified.UTC().Truncate(1000), Copies: []card.Copy{}})
	}
	row := &store.CardRow{ID: uuid.Must(uuid.NewV7()).String(), CreatedAt: s.Now(), ShootID: shootID, From: card.Sent, Name: strings.TrimSpace(name)}
	if row.Name == "" {
		row.Name = "Sent " + s.Now().Format("2 January, 15:04")
	}
	err := s.In(ctx, func(tx *gorm.DB) error {
		if err := store.InTurn(tx, "cards of "+shootID); err != nil {
			return err
		}
		if id != "" {
			old := &store.CardRow{}
			if err := tx.Where(`id = ? and shoot_id = ? and "from" = ?`, id, shootID, card.Sent).First(old).Error; errors.Is(err, gorm.ErrRecordNotFound) {
				return store.ErrNotFound
			} else if err != nil {
				return err
			}
			row = old
			if err := tx.Model(row).Updates(map[string]any{"done": false, "why": ""}).Error; err != nil {
				return err
			}
		} else if err := tx.Create(row).Error; err != nil {
			return err
		}
		for i := range rows {
			rows[i].CardID = row.ID
		}
		// A file that is another than one of its name stays as it was kept, and is sent under a name of its own.
		var old []store.CardFile
		if err := tx.Where("card_id = ?", row.ID).Find(&old).Error; err != nil {
			return err
		}
		is := map[string]store.CardFile{}
		for _, o := range old {
			is[o.Path] = o
		}
		if len(old)+len(rows) > mostSent {
			return core.Rule("More than %d files at once are too many to send. Send one folder after the other.", mostSent)
		}
		for i, r := range rows {
			for n := 2; ; n++ {
				o, there := is[rows[i].Path]
				if !there || o.Bytes == r.Bytes && o.Modified.Equal(r.Modified) {
					break
				}
				ext := path.Ext(r.Path)
				rows[i].Path = fmt.Sprintf("%s (%d)%s", strings.TrimSuffix(r.Path, ext), n, ext)
			}
		}
		return tx.Clauses(clause.OnConflict{DoNothing: true}).CreateInBatches(&rows, 500).Error
	})
	if err != nil {
		return nil, err
	}
	for i := range rows {
		if rows[i].Bytes > 0 {
			continue
		}
		if err := s.keepSent(ctx, row.ID, &rows[i]); err != nil { // there is no part of nothing
			return nil, s.full(err)
		}
	}
	s.begin(row.ID) // all of it may be here already
	return s.CardOf(ctx, row.ID)
}

// staged is where a file lies while it is being sent.
func (s *Room) staged(id, name string) string {
	sum := sha256.Sum256([]byte(name))
	return filepath.Join(s.Arriving, id, hex.EncodeToString(sum[:16]))
}

// sent is how much of a file has come.
func (s *Room) sent(id, name string) int64 {
	st, err := os.Stat(s.staged(id, name))
	if err != nil {
		return 0
	}
	return st.Size()
}

// PartSent is what became of a part of a file that was sent.
type PartSent struct {
	Has  int64 `json:"has" doc:"How much of the file has come: where the next part begins"`
	Kept bool  `json:"kept" doc:"Whether the whole file is kept twice"`
}

// PutPart takes a part of a file that begins at a byte. Where that is not where the last one ended, it is not taken, and
// the answer says where to go on. sum is its SHA-256 in hexadecimal, where the browser can tell it. With its last part a
// file is kept twice and read back before this answers.
func (s *Room) PutPart(ctx context.Context, id, name string, at int64, sum string, data []byte) (*PartSent, error) {
	defer s.sending.lock(id + "\x00" + name)()
	row := &store.CardFile{}
	err := s.Store.WithContext(ctx).Where("card_id = ? and path = ?", id, name).First(row).Error
	switch {
	case errors.Is(err, gorm.ErrRecordNotFound):
		return nil, store.ErrNotFound
	case err != nil:
		return nil, err
	case row.SHA256 != "":
		return &PartSent{row.Bytes, true}, nil
	}
	if is := sha256.Sum256(data); sum != "" && !strings.EqualFold(sum, hex.EncodeToString(is[:])) {
		return nil, core.Rule("A part of %s was not what was sent. It is sent again.", name)
	}
	has := s.sent(id, name)
	if at == has && at+int64(len(data)) <= row.Bytes {
		if err := s.append(id, name, data); err != nil {
			return nil, s.full(err)
		}
		has += int64(len(data))
	}
	if has > row.Bytes { // something else of that name was begun: from the beginning
		return &PartSent{0, false}, os.Remove(s.staged(id, name))
	}
	if has < row.Bytes {
		return &PartSent{has, false}, nil
	}
	if err := s.keepSent(ctx, id, row); err != nil {
		return nil, s.full(err)
	}
	s.begin(id)
	return &PartSent{row.Bytes, true}, nil
}

// full says in words that there is no more room.
func (s *Room) full(err error) error {
	if store.NoRoom(err) {
		return core.Rule("There is no more room where pictures are kept. What has come is kept; make room, then go on.")
	}
	return err
}

// append puts a part at the end of what has come, safely on the disk before anybody hears of it.
func (s *Room) append(id, name string, data []byte) error {
	to := s.staged(id, name)
	if err := os.MkdirAll(filepath.Dir(to), 0o700); err != nil {
		return err
	}
	f, err := os.OpenFile(to, os.O_WRONLY|os.O_CREATE|os.O_APPEND, 0o600)
	if err != nil {
		return err
	}
	was, err := f.Stat()
	if err == nil {
		_, err = f.Write(data)
	}
	if err == nil {
		err = f.Sync()
	}
	if err != nil && was != nil {
		err = errors.Join(err, f.Truncate(was.Size())) // half a part is none
	}
	return errors.Join(err, f.Close())
}

// keepSent keeps a file that has come whole.
func (s *Room) keepSent(ctx context.Context, id string, row *store.CardFile) error {
	from := s.staged(id, row.Path)
	var kept card.Kept
	var err error
	if row.Bytes == 0 {
		kept, err = s.Vault.Keep(ctx, strings.NewReader(""))
	} else {
		f, e := os.Open(from)
		if e != nil {
			return e
		}
		kept, err = s.Vault.Keep(ctx, f)
		_ = f.Close()
	}
	if err != nil {
		return err
	}
	if err := (ledger{s.Core, id}).Write(ctx, card.Entry{File: row.Entry().File, Kept: kept}); err != nil {
		return err
	}
	_ = os.Remove(from)
	_ = os.Remove(filepath.Dir(from)) // the last one
	return nil
}
