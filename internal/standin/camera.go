// Package standin holds simulated devices and services, each behind the interface
// that a real one would have. They are small, honest and run on this machine only.
package standin

import (
	"context"
	"errors"
	"time"

	"figladder/internal/craft/exposure"
	"figladder/internal/craft/scene"
)

// Order is what a camera on a cable is told.
type Order struct {
	Ref      string            // a name of ours for the order, which its files carry
	Settings exposure.Settings // aperture, shutter, ISO
	FocusMm  float64           // where to focus, from the lens
	FocalMm  float64           // where the zoom stands
	Title    string            // what the frame shows, for the file's description
	At       time.Time         // the clock, in the shoot's own zone
	Before   scene.Set         // what stands before the lens; only a simulated camera asks
}

// File is a file on a camera's card.
type File struct {
	Name string // as the camera counts
	Ref  string // of the order that it was taken for
}

// CameraState is how a camera is.
type CameraState struct {
	Plugged    bool     `json:"plugged" doc:"Whether it is on its cable"`
	Taking     bool     `json:"taking" doc:"Whether it is taking just now"`
	Mode       string   `json:"mode" doc:"How it takes when told"`
	Modes      []string `json:"modes" doc:"How it can take"`
	BatteryPct float64  `json:"batteryPct" doc:"What is left in its battery, %"`
	CardLeft   int      `json:"cardLeft" doc:"How many frames its card still takes"`
	CardHas    int      `json:"cardHas" doc:"How many are on it"`
}

// What keeps a camera from taking.
var (
	ErrUnplugged = errors.New("the camera is not on its cable")
	ErrBattery   = errors.New("the camera's battery is empty")
	ErrCardFull  = errors.New("the camera's card is full")
	ErrMode      = errors.New("the camera has no such way to take")
)

// Camera is one on a cable. What it takes lies on its own card first; whoever listens fetches it from there, and the
// card keeps it.
type Camera interface {
	State(ctx context.Context) (CameraState, error)
	SetMode(ctx context.Context, mode string) error
	// Press takes: one frame or more by its mode. An error means that nothing was taken.
	Press(ctx context.Context, o Order) error
	List(ctx context.Context) ([]File, error)
	Fetch(ctx context.Context, name string) ([]byte, error)
}

// Handled is a camera whose cable, battery and card can be handled from here: a simulated one's alone.
type Handled interface {
	Handle(ctx context.Context, act string) error
}

// What hands do to a simulated camera.
const (
	Pull     = "pull the cable"
	PlugIn   = "plug it in"
	Battery  = "put in a full battery"
	Card     = "put in an empty card"
	Kick     = "kick the tripod"
	PutRight = "put the tripod right"
)

// Acts are those.
var Acts = []string{Pull, PlugIn, Battery, Card, Kick, PutRight}
