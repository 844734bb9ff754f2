// Package cores does one thing many times on every core. What panics in a worker
// comes out where Each was called, so that whoever keeps the request or the running
// work can hold it: a panic in a goroutine of its own would end the whole program.
package cores

import (
	"context"
	"fmt"
	"runtime"
	"runtime/debug"
	"sync"
	"sync/atomic"
)

// Panic is what a worker panicked with, and where.
type Panic struct {
	Value any
	Stack []byte
}

// Error implements error.
func (p *Panic) Error() string { return fmt.Sprintf("%v\n%s", p.Value, p.Stack) }

// Each calls f for 0 to n−1, in any order, on as many goroutines as there are cores. It
// stops handing out more once ctx has ended, and returns ctx's error then: not all was
// done. A panic of f is raised again here as *Panic, when every worker has ended.
func Each(ctx context.Context, n int, f func(i int)) error {
	workers := min(runtime.GOMAXPROCS(0), n)
	if workers < 2 {
		for i := range n {
			if err := ctx.Err(); err != nil {
				return err
			}
			f(i)
		}
		return ctx.Err()
	}
	var next atomic.Int64
	var all Group
	for range workers {
		all.Go(func() {
			for ctx.Err() == nil && !all.Broken() {
				i := int(next.Add(1)) - 1
				if i >= n {
					return
				}
				f(i)
			}
		})
	}
	all.Wait()
	return ctx.Err()
}

// Group runs functions in goroutines of their own. The zero value is ready.
type Group struct {
	all    sync.WaitGroup
	broken atomic.Pointer[Panic]
}

// Go begins f. It may be called by an f that runs.
func (g *Group) Go(f func()) {
	g.all.Go(func() {
		defer func() {
			if v := recover(); v != nil {
				p, ok := v.(*Panic) // of a group within this one: the first place counts
				if !ok {
					p = &Panic{Value: v, Stack: debug.Stack()}
				}
				g.broken.CompareAndSwap(nil, p)
			}
		}()
		f()
	})
}

// Broken reports whether one has panicked.
func (g *Group) Broken() bool { return g.broken.Load() != nil }

// Wait returns when all have ended. What the first to panic panicked with is raised
// again here, as *Panic.
func (g *Group) Wait() {
	g.all.Wait()
	if p := g.broken.Load(); p != nil {
		panic(p)
	}
}
