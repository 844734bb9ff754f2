package main

import (
	"fmt"
	"io"
	"log/slog"
	"net/netip"
	"net/url"
	"os"
	"path/filepath"
	"strings"

	"figladder/internal/api"
	"figladder/internal/standin"
	"figladder/internal/store"
	"figladder/internal/studio"
)

// settings come from the environment; flags win over them.
type settings struct {
	DatabaseURL string   `env:"DATABASE_URL"`                                  // use this server and start none
	Data        string   `env:"FIGLADDER_DATA" envDefault:".run"`              // pictures, and the cluster when it is ours
	Address     string   `env:"FIGLADDER_ADDRESS" envDefault:"127.0.0.1:8080"` // where the page is served
	PublicURL   string   `env:"FIGLADDER_PUBLIC_URL"`                          // as people reach it through a proxy: https://studio.example
	Hosts       []string `env:"FIGLADDER_HOSTS"`                               // other names it goes by
	Proxies     []string `env:"FIGLADDER_PROXIES"`                             // networks whose X-Forwarded-For is believed: 127.0.0.1/32
	Metrics     string   `env:"FIGLADDER_METRICS_ADDRESS"`                     // where Prometheus finds the figures; none when empty
	Log         string   `env:"FIGLADDER_LOG" envDefault:"text"`               // text or json
	Second      string   `env:"FIGLADDER_SECOND"`                              // where the second copy of every picture is kept: a folder, best on another disk, or a bucket (s3://name?region=…); beside the first when empty
	Folders     []string `env:"FIGLADDER_FOLDERS"`                             // folders of this machine that may be copied, besides its own inbox
	FramePx     int      `env:"FIGLADDER_FRAME_PX" envDefault:"2000"`          // long side of the simulated camera's frames
	TracedPx    int      `env:"FIGLADDER_TRACED_PX"`                           // at which it follows light; half of that when 0, small in tests
}

// intake opens what pictures come in by: the card reader, the folders that may be read, and where files lie while they
// are sent.
func (s settings) intake(o *studio.Outside) (*standin.Slot, error) {
	slot, err := standin.OpenSlot(filepath.Join(s.Data, "reader"))
	if err != nil {
		return nil, err
	}
	o.Reader = slot
	if o.Shelf, err = store.OpenShelf(filepath.Join(s.Data, "shelf")); err != nil {
		return nil, err
	}
	for _, name := range []string{"inbox", "arriving"} {
		dir, err := filepath.Abs(filepath.Join(s.Data, name))
		if err == nil {
			err = os.MkdirAll(dir, 0o700)
		}
		if err != nil {
			return nil, err
		}
		if name == "inbox" {
			o.Folders = append(o.Folders, dir)
		} else {
			o.Arriving = dir
		}
	}
	for _, f := range s.Folders {
		if !filepath.IsAbs(f) {
			return nil, fmt.Errorf("FIGLADDER_FOLDERS has %q; write whole paths, parted by commas", f)
		}
		o.Folders = append(o.Folders, filepath.Clean(f))
	}
	return slot, nil
}

// second is where the second copy of every picture is kept.
func (s settings) second() string {
	if s.Second != "" {
		return s.Second
	}
	return filepath.Join(s.Data, "files", "second")
}

// logger writes as the settings say.
func (s settings) logger(to io.Writer) (*slog.Logger, error) {
	switch s.Log {
	case "text":
		return slog.New(slog.NewTextHandler(to, nil)), nil
	case "json":
		return slog.New(slog.NewJSONHandler(to, nil)), nil
	}
	return nil, fmt.Errorf("FIGLADDER_LOG is %q; it can be text or json", s.Log)
}

// api is where the API stands in the world.
func (s settings) api() (o api.Options, err error) {
	if s.PublicURL != "" {
		u, err := url.Parse(s.PublicURL)
		if err != nil || u.Host == "" || u.Scheme != "http" && u.Scheme != "https" {
			return o, fmt.Errorf("FIGLADDER_PUBLIC_URL is %q; write it as https://studio.example", s.PublicURL)
		}
		o.PublicURL = u
	}
	for _, h := range s.Hosts {
		o.Hosts = append(o.Hosts, strings.ToLower(strings.TrimSpace(h)))
	}
	for _, p := range s.Proxies {
		net, err := netip.ParsePrefix(strings.TrimSpace(p))
		if err != nil {
			return o, fmt.Errorf("FIGLADDER_PROXIES has %q; write networks as 127.0.0.1/32", p)
		}
		o.Proxies = append(o.Proxies, net)
	}
	return o, nil
}
