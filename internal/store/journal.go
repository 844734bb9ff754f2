package store

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"

	"gorm.io/gorm"
	"gorm.io/gorm/clause"
)

// ErrNotFound is returned for a row that is not there.
var ErrNotFound = errors.New("it is not there, or not any more")

// ErrNothing is returned when there is nothing to undo or redo.
var ErrNothing = errors.New("there is nothing to take back")

// ErrMovedOn is returned when a row was changed since the deed that is to be
// undone, so that undoing would lose that change.
var ErrMovedOn = errors.New("this was changed again since; undo the later change first")

// StaleError is returned for a save based on an old version. Current is the row
// as it now is.
type StaleError struct{ Current Row }

func (e *StaleError) Error() string {
	return fmt.Sprintf("this was saved by someone else meanwhile (version %d)", e.Current.At())
}

// Journal gathers the changes of one deed inside a transaction.
type Journal struct {
	TX      *gorm.DB
	changes []Change

	removed, removedID, removedName string
}

// Find reads a row by key, ErrNotFound when there is none.
func Find[T any](tx *gorm.DB, id string) (*T, error) {
	row := new(T)
	err := tx.Where("id = ?", id).First(row).Error
	if errors.Is(err, gorm.ErrRecordNotFound) {
		return nil, ErrNotFound
	}
	return row, err
}

// All reads every row that a query finds; none is an empty list, not nil.
func All[T any](q *gorm.DB) ([]T, error) {
	out := []T{}
	if err := q.Find(&out).Error; err != nil {
		return nil, err
	}
	return out, nil
}

// Create adds a row.
func (j *Journal) Create(row Row) error {
	Fill(row)
	if err := j.TX.Create(row).Error; err != nil {
		return err
	}
	return j.note(row, nil, row)
}

// Update saves a row whose Version is the one it was read at; StaleError when
// another save came first.
func (j *Journal) Update(row Row) error {
	old, err := lock(j.TX, kindOf(row).fresh(), row.ID())
	if err != nil {
		return err
	}
	if old.At() != row.At() {
		return &StaleError{Current: old}
	}
	row.SetVersion(old.At() + 1)
	Fill(row)
	if err := save(j.TX, row); err != nil {
		return err
	}
	return j.note(row, old, row)
}

// Delete takes a row away, with the children given first by the caller.
func (j *Journal) Delete(row Row) error {
	old, err := lock(j.TX, kindOf(row).fresh(), row.ID())
	if err != nil {
		return err
	}
	if err := j.TX.Delete(kindOf(row).fresh(), "id = ?", row.ID()).Error; err != nil {
		return err
	}
	return j.note(row, old, nil)
}

func lock(tx *gorm.DB, into Row, id string) (Row, error) {
	err := tx.Clauses(clause.Locking{Strength: "UPDATE"}).Where("id = ?", id).First(into).Error
	if errors.Is(err, gorm.ErrRecordNotFound) {
		return nil, ErrNotFound
	}
	return into, err
}

func save(tx *gorm.DB, row Row) error {
	return tx.Model(row).Where("id = ?", row.ID()).Select("*").Updates(row).Error
}

func (j *Journal) note(row, before, after Row) error {
	c := Change{Table: TableOf(row), ID: row.ID()}
	var err error
	if before != nil {
		if c.Before, err = json.Marshal(before); err != nil {
			return err
		}
	}
	if after != nil {
		if c.After, err = json.Marshal(after); err != nil {
			return err
		}
	}
	j.changes = append(j.changes, c)
	return nil
}

// Removes notes that the deed takes a row away, and what it is called, so that it can be
// brought back from the list of what was taken away.
func (j *Journal) Removes(row Row, name string) {
	j.removed, j.removedID, j.removedName = TableOf(row), row.ID(), name
}

// Close writes the deed with what was changed. Deeds that were undone before it can no
// longer be redone and are dropped.
func (j *Journal) Close(d Deed) error {
	if len(j.changes) == 0 {
		return nil
	}
	if err := j.TX.Where("shoot_id = ? and undone", d.ShootID).Delete(&Deed{}).Error; err != nil {
		return err
	}
	d.Changes, d.Removed, d.RemovedID, d.RemovedName = j.changes, j.removed, j.removedID, j.removedName
	return j.TX.Create(&d).Error
}

// InTurn makes deeds of one scope wait for one another until their transaction ends.
func InTurn(tx *gorm.DB, scope string) error {
	return tx.Exec("select pg_advisory_xact_lock(hashtextextended(?, 0))", "deeds of "+scope).Error
}

// Undo takes back the last deed of a shoot that stands, Redo does the last one
// taken back again. Both return the deed.
func Undo(tx *gorm.DB, shootID string) (*Deed, error) {
	return turn(tx, shootID, false, "id desc")
}

// Redo does again the deed taken back last.
func Redo(tx *gorm.DB, shootID string) (*Deed, error) {
	return turn(tx, shootID, true, "id asc")
}

func turn(tx *gorm.DB, shootID string, undone bool, order string) (*Deed, error) {
	d := &Deed{}
	err := tx.Clauses(clause.Locking{Strength: "UPDATE"}).Where("shoot_id = ? and undone = ?", shootID, undone).Order(order).First(d).Error
	if errors.Is(err, gorm.ErrRecordNotFound) {
		return nil, ErrNothing
	}
	if err != nil {
		return nil, err
	}
	for k := range d.Changes {
		c := d.Changes[k]
		from, to := c.Before, c.After
		if !undone { // undoing goes through the changes backwards
			c = d.Changes[len(d.Changes)-1-k]
			from, to = c.After, c.Before
		}
		if err := put(tx, c, from, to); err != nil {
			return nil, err
		}
	}
	d.Undone = !undone
	return d, tx.Model(d).Where("id = ?", d.ID).Update("undone", d.Undone).Error
}

// put turns a row that should be as in from into what is in to.
func put(tx *gorm.DB, c Change, from, to []byte) error {
	kind, ok := byName[c.Table]
	if !ok {
		return fmt.Errorf("the journal names an unknown table %q", c.Table)
	}
	now, err := lock(tx, kind.fresh(), c.ID)
	if errors.Is(err, ErrNotFound) {
		if from != nil {
			return ErrMovedOn
		}
	} else if err != nil {
		return err
	} else if from == nil || !same(now, kind.fresh(), from) {
		return ErrMovedOn
	}
	if to == nil {
		return tx.Delete(kind.fresh(), "id = ?", c.ID).Error
	}
	row := kind.fresh()
	if err := json.Unmarshal(to, row); err != nil {
		return err
	}
	Fill(row) // columns that the entry leaves out, too
	if from == nil {
		return tx.Create(row).Error
	}
	row.SetVersion(now.At() + 1)
	return save(tx, row)
}

// same compares a row with a journal entry, versions aside: undo and redo count
// versions up without changing what is in the row.
func same(now, into Row, entry []byte) bool {
	if json.Unmarshal(entry, into) != nil {
		return false
	}
	v := now.At()
	into.SetVersion(v)
	Fill(now) // a row written before a list existed is no other row for it
	Fill(into)
	a, errA := json.Marshal(now)
	b, errB := json.Marshal(into)
	return errA == nil && errB == nil && bytes.Equal(a, b)
}

// Day is a day for ordering, nil while open.
func Day(s string) *string {
	if s == "" {
		return nil
	}
	return &s
}
