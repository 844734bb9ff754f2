package cluster

import "runtime"

func lockThread() { runtime.LockOSThread() }
