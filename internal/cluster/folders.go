package cluster

import (
	"fmt"
	"os"
	"os/exec"
	"os/user"
	"path/filepath"
	"sort"
	"strconv"
	"strings"
	"syscall"
)

// binaries finds the newest PostgreSQL that Debian put in place.
func binaries() (string, error) {
	found, _ := filepath.Glob("/usr/lib/postgresql/*/bin/postgres")
	sort.Slice(found, func(i, j int) bool { return version(found[i]) > version(found[j]) })
	if len(found) > 0 {
		return filepath.Dir(found[0]), nil
	}
	if p, err := exec.LookPath("postgres"); err == nil {
		if real, err := filepath.EvalSymlinks(p); err == nil {
			return filepath.Dir(real), nil
		}
	}
	return "", ErrNoPostgres
}

// Program is where one of PostgreSQL's programs is, such as pg_dump.
func Program(name string) (string, error) {
	bin, err := binaries()
	if err != nil {
		return "", err
	}
	return filepath.Join(bin, name), nil
}

func version(path string) int {
	v, _ := strconv.Atoi(filepath.Base(filepath.Dir(filepath.Dir(path))))
	return v
}

// whoRuns returns the account the server runs as. PostgreSQL refuses root, so
// root hands it to the postgres account, in a folder that account can reach.
func whoRuns(dir string, say func(string)) (*syscall.Credential, string, error) {
	if os.Geteuid() != 0 {
		return nil, dir, private(dir)
	}
	u, err := user.Lookup("postgres")
	if err != nil {
		return nil, "", fmt.Errorf("running as root needs the postgres account that Debian's package makes: %w", err)
	}
	uid, _ := strconv.Atoi(u.Uid)
	gid, _ := strconv.Atoi(u.Gid)
	if err := os.MkdirAll(filepath.Dir(dir), 0o755); err != nil {
		return nil, "", err
	}
	if !reachable(dir) {
		other := elsewhere(dir)
		say("The postgres account cannot reach " + dir + "; keeping the database in " + other + ".")
		dir = other
	}
	if err := private(dir); err != nil {
		return nil, "", err
	}
	if err := os.Chown(dir, uid, gid); err != nil {
		return nil, "", err
	}
	return &syscall.Credential{Uid: uint32(uid), Gid: uint32(gid)}, dir, nil
}

// private makes a folder that only its owner can enter, or makes it so.
func private(dir string) error {
	if err := os.MkdirAll(dir, 0o700); err != nil {
		return err
	}
	return os.Chmod(dir, 0o700)
}

// longestSocket is how long the path of a socket may be (sun_path holds 108 bytes).
const longestSocket = 107

// socketFolder is where the server's socket stands: in the cluster's folder, or, when the
// path to that is too long for a socket, in a private one under /tmp.
func socketFolder(dir string, as *syscall.Credential) (string, error) {
	at := filepath.Join(dir, "socket")
	if len(at)+len("/.s.PGSQL."+port) > longestSocket || strings.ContainsAny(at, `,"'`) {
		var err error
		if at, err = os.MkdirTemp("/tmp", "figladder-"); err != nil {
			return "", err
		}
	} else if err := private(at); err != nil {
		return "", err
	}
	if as != nil {
		return at, os.Chown(at, int(as.Uid), int(as.Gid))
	}
	return at, nil
}

func elsewhere(dir string) string {
	return filepath.Join("/var/tmp", "figladder"+strings.ReplaceAll(dir, "/", "-"))
}

// Dir returns where a cluster asked for in dir really lives, for starting over.
func Dir(dir string) string {
	abs, err := filepath.Abs(dir)
	if err != nil {
		return dir
	}
	if os.Geteuid() == 0 && !reachable(abs) {
		return elsewhere(abs)
	}
	return abs
}

// reachable reports whether every folder on the way to dir lets others pass.
func reachable(dir string) bool {
	for p := filepath.Dir(dir); ; p = filepath.Dir(p) {
		if st, err := os.Stat(p); err == nil && st.Mode().Perm()&0o001 == 0 {
			return false
		}
		if p == filepath.Dir(p) {
			return true
		}
	}
}
