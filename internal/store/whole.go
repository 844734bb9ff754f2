package store

import (
	"reflect"
	"strings"
	"sync"
)

// Fill makes every list of a row one, if an empty one: a document that was written before it
// had a list reads back with none at all, so that the page never meets a null and what is
// read can be saved as it is; then the row works out what it is searched by. It is run on
// every row that is read or written and on every journal entry that is compared with one.
func Fill(row Row) {
	lists(reflect.ValueOf(row).Elem())
	if w, ok := row.(interface{ worked() }); ok {
		w.worked()
	}
}

// lists fills in every nil list that can be reached.
func lists(v reflect.Value) {
	switch v.Kind() {
	case reflect.Struct:
		for i := range v.NumField() {
			if f := v.Field(i); f.CanSet() && holdsLists(f.Type()) && !leftOut(v.Type().Field(i)) {
				lists(f)
			}
		}
	case reflect.Pointer:
		if !v.IsNil() {
			lists(v.Elem())
		}
	case reflect.Slice:
		if v.IsNil() {
			v.Set(reflect.MakeSlice(v.Type(), 0, 0))
		}
		if holdsLists(v.Type().Elem()) {
			for i := range v.Len() {
				lists(v.Index(i))
			}
		}
	}
}

// leftOut reports whether a list is not written at all where it is empty, so that nobody meets a null there.
func leftOut(f reflect.StructField) bool { return strings.Contains(f.Tag.Get("json"), ",omitempty") }

// known keeps for each type whether there is a list in it.
var known sync.Map

func holdsLists(t reflect.Type) bool {
	if is, ok := known.Load(t); ok {
		return is.(bool)
	}
	known.Store(t, false) // of a type that holds itself: what else it holds decides
	is := false
	switch t.Kind() {
	case reflect.Slice:
		is = t.Elem().Kind() != reflect.Uint8
	case reflect.Pointer:
		is = holdsLists(t.Elem())
	case reflect.Struct:
		for i := range t.NumField() {
			if f := t.Field(i); f.IsExported() && !leftOut(f) && holdsLists(f.Type) {
				is = true
			}
		}
	}
	known.Store(t, is)
	return is
}

// worked puts what a shoot is ordered by.
func (s *Shoot) worked() { s.Day = Day(s.Brief.When) }

// worked names the school of a dish of before there were two.
func (d *Dish) worked() {
	if d.Colour.School == "" {
		d.Colour.School = "quiet"
	}
}

// worked puts the name by which goods are found.
func (g *GoodsRow) worked() { g.Thing = g.Goods.Key() }

// worked puts what a prop is searched by.
func (p *PropRow) worked() {
	i := p.Prop.Index()
	p.Name, p.Kind, p.SizeMm, p.Hue, p.Lightness, p.Finish, p.Count, p.Words = p.Prop.Name, string(p.Prop.Kind), i.SizeMm, i.Hue, i.Lightness, p.Prop.Front.Finish, p.Prop.Count, i.Words
}

// worked puts what kit is listed by.
func (k *KitRow) worked() { k.Name, k.Kind = k.Item.Name, string(k.Item.Kind) }
