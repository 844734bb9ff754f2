package e2e

import (
	"context"
	"fmt"
	"os"
	"strings"
	"sync/atomic"
	"testing"
	"time"

	"github.com/chromedp/cdproto/cdp"
	"github.com/chromedp/cdproto/emulation"
	"github.com/chromedp/cdproto/network"
	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/require"
)

// What a view weighs: bytes over the line at the first visit and the next, and how long until
// it is ready on a processor four times slower. It asserts nothing: make weight prints the
// table for docs/benchmarks.md.
func TestWeight(t *testing.T) {
	if os.Getenv("FIGLADDER_WEIGHT") == "" {
		t.Skip("make weight measures it")
	}
	base := demoServer(t).URL
	if u := os.Getenv("FIGLADDER_WEIGHT_OF"); u != "" {
		base = u
	}
	fmt.Println("| view | first, kB | requests | again, kB | ready at four times slower, s |")
	fmt.Println("|---|---|---|---|---|")
	names := []string{"home", "set", "frames", "cupboard", "shots"}
	if only := os.Getenv("FIGLADDER_WEIGHT"); only != "1" {
		names = strings.Split(only, ",")
	}
	for _, name := range names {
		t.Run(name, func(t *testing.T) { weigh(t, base, name) }) // by itself: pages that stay open go on working
	}
}

func weigh(t *testing.T, base, name string) {
	v := views[0]
	for _, x := range views {
		if x.name == name {
			v = x
		}
	}
	if name == "set" {
		v.sees = "Key to fill" // the set is drawn and can be worked on; its reading follows
	}
	p := signedIn(t, base)
	if v.shoot != "" { // find its address without loading it
		p.visit(v.shoot, "/references", "", "")
		eval[any](p, `window.found = ''; (async () => { const all = await (await fetch('/api/shoots')).json(); const s = all.find(c => c.shoot.doc.name.startsWith('`+v.shoot+`')).shoot.id;
			  const list = await (await fetch('/api/shoots/' + s + '/shots')).json(); window.found = '/shoots/' + s + '`+v.path+`'.replace('HERO', list.rows.find(r => r.shot.doc.kind === 'hero').shot.id) })()`)
		p.until("window.found", "its address")
		v.path = eval[string](p, "window.found")
	}
	cookies, err := chromedp.Run(p.ctx, chromedp.Action[network.GetCookiesResult](func(ctx context.Context, t *chromedp.Target) (network.GetCookiesResult, error) {
		return cdp.Call(ctx, t, network.GetCookies, network.GetCookiesParams{})
	}))
	require.NoError(t, err)
	q := open(t, base, 1280, 800) // another browser, with nothing kept
	var bytes, requests atomic.Int64
	require.NoError(t, chromedp.Listen(q.ctx, func(ev any) {
		if e, is := ev.(*network.EventLoadingFinished); is {
			bytes.Add(int64(e.EncodedDataLength))
			requests.Add(1)
		}
	}))
	q.do(chromedp.Func(func(ctx context.Context, t *chromedp.Target) error {
		if _, err := cdp.Call(ctx, t, network.Enable, network.EnableParams{}); err != nil {
			return err
		}
		for _, c := range cookies.Cookies {
			if _, err := cdp.Call(ctx, t, network.SetCookie, network.SetCookieParams{Name: c.Name, Value: c.Value, URL: base}); err != nil {
				return err
			}
		}
		if _, err := cdp.Call(ctx, t, network.ClearBrowserCache, cdp.Empty{}); err != nil {
			return err
		}
		_, err := cdp.Call(ctx, t, emulation.SetCPUThrottlingRate, emulation.SetCPUThrottlingRateParams{Rate: 4})
		return err
	}))
	load := func() (kB float64, n int64, s float64) {
		bytes.Store(0)
		requests.Store(0)
		began := time.Now()
		q.go_(v.path)
		q.sees(v.sees)
		s = time.Since(began).Seconds()
		time.Sleep(3 * time.Second)
		return float64(bytes.Load()) / 1000, requests.Load(), s
	}
	kB, n, s := load()
	again, _, _ := load()
	fmt.Printf("| %s | %.0f | %d | %.0f | %.1f |\n", name, kB, n, again, s)
}
