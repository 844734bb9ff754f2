package main

import (
	"context"
	"fmt"
	"os"
	"time"

	"github.com/chromedp/chromedp"
)

func main() {
	base, path, out := os.Args[1], os.Args[2], os.Args[3]
	w, h := int64(1280), int64(800)
	if len(os.Args) > 5 { fmt.Sscan(os.Args[5], &w); fmt.Sscan(os.Args[6], &h) }
	opts := append(chromedp.DefaultExecAllocatorOptions[:], chromedp.NoSandbox, chromedp.DisableGPU, chromedp.ExecPath("/usr/bin/chromium"), chromedp.WindowSize(int(w), int(h)))
	a, c := chromedp.NewExecAllocator(context.Background(), opts...)
	defer c()
	ctx, c2 := chromedp.NewContext(a)
	defer c2()
	ctx, c3 := context.WithTimeout(ctx, 40*time.Second)
	defer c3()
	var buf []byte
	acts := []chromedp.Action{chromedp.EmulateViewport(w, h), chromedp.Navigate(base + "/sign-in")}
	if path != "/sign-in" {
		acts = append(acts, chromedp.WaitVisible(`input[name=email]`), chromedp.SendKeys(`input[name=email]`, "demo@tern-loft.example"), chromedp.SendKeys(`input[name=password]`, "quince-and-slate"), chromedp.Click(`button[type=submit]`), chromedp.WaitVisible(`.home`), chromedp.Sleep(300*time.Millisecond))
		if path != "/" { acts = append(acts, chromedp.Navigate(base+path)) }
	}
	acts = append(acts, chromedp.Sleep(1800*time.Millisecond))
	if len(os.Args) > 4 && os.Args[4] != "" { acts = append(acts, chromedp.Evaluate(os.Args[4], nil), chromedp.Sleep(900*time.Millisecond)) }
	acts = append(acts, chromedp.CaptureScreenshot(&buf))
	if err := chromedp.Run(ctx, acts...); err != nil { fmt.Println(err) }
	os.WriteFile(out, buf, 0o644)
}
