// Package shopcsv writes a shopping list as CSV (RFC 4180, UTF-8).
package shopcsv

import (
	"bytes"
	"encoding/csv"
	"strings"

	"figladder/internal/craft/shopping"
	"figladder/internal/formats/cells"
)

// Header names the columns. The price is in the shoot's currency.
var Header = []string{"shop", "aisle", "buy", "what", "needed", "spare", "on the day", "in the cupboard", "price", "currency", "bought", "for"}

// Write returns the list in its order, lines written by hand last.
func Write(l shopping.List, currency string) ([]byte, error) {
	var b bytes.Buffer
	w := csv.NewWriter(&b)
	w.UseCRLF = true
	_ = w.Write(Header)
	row := func(cols ...string) {
		for i := range cols {
			cols[i] = cells.Guard(cols[i])
		}
		_ = w.Write(cols)
	}
	ticked := map[bool]string{true: "yes", false: "no"}
	for _, x := range l.Lines {
		price := ""
		if x.Priced && !x.Covered {
			price = strings.ReplaceAll(shopping.Money(x.CostMinor), "\u202f", "")
		}
		var uses []string
		for _, u := range x.Uses {
			uses = append(uses, u.Dish+": "+u.Shown)
		}
		row(x.Shop, x.Aisle, x.Shown, x.Thing, x.NeedShown, x.Spare.Shown(), ticked[x.Fresh], x.InHouse, price, currency, ticked[x.Ticked], strings.Join(uses, "; "))
	}
	for _, x := range l.Extra {
		row(x.Shop, "", "", x.Words, "", "", "no", "", "", currency, "no", "")
	}
	w.Flush()
	return b.Bytes(), w.Error()
}
