package store

import "time"

// Asked is a request that makes something, under the key its sender gave it. It is written
// in the transaction that makes the thing; the answer follows once it is known.
type Asked struct {
	PersonID string `gorm:"primaryKey"`
	Key      string `gorm:"primaryKey"`
	Route    string // method and path
	At       time.Time
	Status   int // of the answer; 0 while it is not known
	Answer   []byte
}

// TableName implements gorm's Tabler.
func (Asked) TableName() string { return "asked" }
