package store

import (
	"maps"
	"reflect"

	"gorm.io/gorm"
	"gorm.io/gorm/schema"
)

// registered is every table whose rows deeds may change, each in one line: its name, what a
// row is called where it was taken away, and its type. The journal, undo, gorm and the list
// of what was taken away all go by it.
var registered = []kind{
	table[Shoot]("shoots", "Shoot"),
	table[ReferenceRow]("refs", "Reference"),
	table[Dish]("dishes", "Dish"),
	table[TrialRow]("trials", "Trial"),
	table[GoodsRow]("goods", ""),
	table[ShoppingRow]("shopping", ""),
	table[SeriesRow]("series", ""),
	table[Shot]("shots", "Shot"),
	table[Aside]("asides", ""),
	table[PropRow]("props", "Prop"),
	table[Reservation]("reservations", ""),
	table[KitRow]("kit", "Piece of kit"),
	table[WantedRow]("wanted", "Wish"),
	table[PlaceRow]("places", "Place"),
	table[PreferencesRow]("preferences", ""),
	table[HabitRow]("habits", ""),
	table[VerbRow]("verbs", ""),
	table[SetUpRow]("setups", "Set-up"),
	table[SetRow]("sets", ""),
	table[Frame]("frames", "Frame"),
	table[Approval]("approvals", ""),
	table[BaseLookRow]("base_looks", "Look"),
	table[FinishRow]("finishes", ""),
	table[VersionRow]("versions", "Finished picture"),
	table[FrameWorkRow]("frame_works", ""),
	table[ReviewRow]("reviews", ""),
	table[ProofRoundRow]("proof_rounds", ""),
	table[ProofLinkRow]("proof_links", ""),
	table[ProofAnswerRow]("proof_answers", ""),
	table[OutletRow]("outlets", "Outlet"),
	table[DayRow]("days", ""),
	table[HoldRow]("holds", ""),
	table[MomentRow]("moments", ""),
}

// kind is a table and its rows.
type kind struct {
	table string
	word  string // what a row is called; empty for what is never taken away by itself
	of    reflect.Type
}

func table[T any, P interface {
	*T
	Row
}](name, word string) kind {
	return kind{name, word, reflect.TypeFor[T]()}
}

func (k kind) fresh() Row { return reflect.New(k.of).Interface().(Row) }

var (
	byName = map[string]kind{}
	byType = map[reflect.Type]kind{}
)

func init() {
	for _, k := range registered {
		byName[k.table], byType[k.of] = k, k
	}
}

func kindOf(row Row) kind { return byType[reflect.TypeOf(row).Elem()] }

// TableOf is the name of a row's table, and its kind in the journal.
func TableOf(row Row) string { return kindOf(row).table }

// Called is what a row of a table is called; empty for one that is never taken away by itself.
func Called(table string) string { return byName[table].word }

// Kinds lists the tables of rows that deeds may change, each with an empty row.
func Kinds() map[string]Row {
	out := map[string]Row{}
	for name, k := range maps.All(byName) {
		out[name] = k.fresh()
	}
	return out
}

// names tells gorm the name of a registered table; others it works out by itself.
type names struct{ schema.NamingStrategy }

// TableName implements schema.Namer.
func (n names) TableName(goType string) string {
	for _, k := range registered {
		if k.of.Name() == goType {
			return k.table
		}
	}
	return n.NamingStrategy.TableName(goType)
}

// fillWhatIsRead runs Fill on every registered row that gorm reads.
func fillWhatIsRead(tx *gorm.DB) {
	v := tx.Statement.ReflectValue
	if tx.Error != nil || !v.IsValid() {
		return
	}
	if v.Kind() != reflect.Slice {
		fillOne(v)
		return
	}
	for i := range v.Len() {
		fillOne(v.Index(i))
	}
}

func fillOne(v reflect.Value) {
	if v.Kind() == reflect.Pointer {
		v = v.Elem()
	}
	if !v.IsValid() || !v.CanAddr() {
		return
	}
	if _, is := byType[v.Type()]; is {
		Fill(v.Addr().Interface().(Row))
	}
}
