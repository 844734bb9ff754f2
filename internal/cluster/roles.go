package cluster

import (
	"context"
	"crypto/rand"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"net/url"
	"os"
	"path/filepath"
	"strconv"
	"strings"
	"time"

	_ "github.com/jackc/pgx/v5/stdlib" // the driver that waits for the server
)

// The roles: the keeper makes databases and roles and is used only here; the studio's role
// owns its database and nothing else.
const (
	keeperRole = "keeper"
	studioRole = "studio"
	oldRole    = "figladder" // of clusters made before there were roles: everybody was let in
	port       = "5432"      // only names the socket
)

// secrets are the roles' passwords, kept in a file that only the owner can read.
type secrets struct {
	Keeper string `json:"keeper"`
	Studio string `json:"studio"`
}

func newSecrets() secrets { return secrets{Keeper: rand.Text(), Studio: rand.Text()} }

func readSecrets(dir string) (s secrets, err error) {
	raw, err := os.ReadFile(filepath.Join(dir, "secrets.json"))
	if err != nil {
		return s, err
	}
	err = json.Unmarshal(raw, &s)
	return s, err
}

func (s secrets) write(dir string) error {
	raw, err := json.Marshal(s)
	if err != nil {
		return err
	}
	return os.WriteFile(filepath.Join(dir, "secrets.json"), raw, 0o600)
}

// closedDoor lets in by the socket alone, and by password.
const closedDoor = "local all all scram-sha-256\n"

// initialise makes the data folder.
func (c *Cluster) initialise(ctx context.Context) error {
	c.secrets = newSecrets()
	pass := filepath.Join(c.dir, "initial")
	if err := c.own(pass, c.secrets.Keeper+"\n"); err != nil {
		return err
	}
	defer os.Remove(pass)
	err := c.command(ctx, "initdb", "-D", c.data, "-U", keeperRole, "--pwfile="+pass, "--auth=scram-sha-256", "-E", "UTF8", "--locale=C.UTF-8", "--no-instructions")
	if err == nil {
		err = c.own(filepath.Join(c.data, "pg_hba.conf"), closedDoor)
	}
	if err == nil {
		err = c.secrets.write(c.dir)
	}
	if err != nil {
		_ = os.RemoveAll(c.data)
		return fmt.Errorf("making the database cluster: %w", err)
	}
	return nil
}

// own writes a file that only the server's account can read.
func (c *Cluster) own(path, text string) error {
	if err := os.WriteFile(path, []byte(text), 0o600); err != nil {
		return err
	}
	if c.as != nil {
		return os.Chown(path, int(c.as.Uid), int(c.as.Gid))
	}
	return nil
}

// adopt closes the door of a cluster that was made when anybody of the machine was let in,
// and hands its database to the studio's role. Nothing of the data is touched.
func (c *Cluster) adopt(ctx context.Context) error {
	c.o.Say("Closing the database of an earlier version to other accounts of this machine.")
	s := newSecrets()
	if err := c.own(filepath.Join(c.data, "pg_hba_adopt.conf"), "local all "+oldRole+" trust\n"); err != nil {
		return err
	}
	defer os.Remove(filepath.Join(c.data, "pg_hba_adopt.conf"))
	if err := c.run("pg_hba_adopt.conf"); err != nil {
		return err
	}
	defer c.halt()
	db, err := c.open(ctx, c.url(oldRole, "", "figladder"))
	if err != nil {
		return err
	}
	defer db.Close()
	for _, q := range []string{
		"drop role if exists " + keeperRole, "create role " + keeperRole + " superuser login password " + quote(s.Keeper),
		"do $$ begin create role " + studioRole + " login; exception when duplicate_object then null; end $$",
		"alter role " + studioRole + " password " + quote(s.Studio), "alter database figladder owner to " + studioRole, "alter schema public owner to " + studioRole,
		// Everything that an application role can own; what belongs to an extension stays.
		`do $$ declare r record; begin
			for r in select format('alter %s public.%I owner to ` + studioRole + `', case relkind when 'S' then 'sequence' when 'v' then 'view' else 'table' end, relname) as q
				from pg_class c where relnamespace = 'public'::regnamespace and relkind in ('r', 'p', 'S', 'v')
				and not exists (select 1 from pg_depend d where d.objid = c.oid and d.deptype in ('a', 'i', 'e')) loop execute r.q; end loop;
			for r in select format('alter routine %s owner to ` + studioRole + `', p.oid::regprocedure) as q
				from pg_proc p where pronamespace = 'public'::regnamespace and not exists (select 1 from pg_depend d where d.objid = p.oid and d.deptype = 'e') loop execute r.q; end loop;
			for r in select format('alter type public.%I owner to ` + studioRole + `', typname) as q
				from pg_type t where typnamespace = 'public'::regnamespace and typtype in ('e', 'd') and not exists (select 1 from pg_depend d where d.objid = t.oid and d.deptype = 'e') loop execute r.q; end loop;
		end $$`,
		"alter role " + oldRole + " nologin",
	} {
		if _, err := db.ExecContext(ctx, q); err != nil {
			return fmt.Errorf("handing the database over: %w", err)
		}
	}
	if err := s.write(c.dir); err != nil {
		return err
	}
	c.secrets = s
	return c.own(filepath.Join(c.data, "pg_hba.conf"), closedDoor)
}

func quote(s string) string { return "'" + strings.ReplaceAll(s, "'", "''") + "'" }

// url is the address of a database for a role.
func (c *Cluster) url(role, password, database string) string {
	u := url.URL{Scheme: "postgres", User: url.UserPassword(role, password), Path: "/" + database, RawQuery: url.Values{"host": {c.socket}, "port": {port}, "sslmode": {"disable"}}.Encode()}
	return u.String()
}

// open connects, and waits for a server that is still starting.
func (c *Cluster) open(ctx context.Context, address string) (*sql.DB, error) {
	db, err := sql.Open("pgx", address)
	if err != nil {
		return nil, err
	}
	deadline := time.Now().Add(time.Minute)
	for {
		if err = db.PingContext(ctx); err == nil {
			return db, nil
		}
		if ended(c.process().Process.Pid) {
			err = errors.New("PostgreSQL stopped while starting")
		} else if time.Now().Before(deadline) && ctx.Err() == nil {
			time.Sleep(50 * time.Millisecond)
			continue
		}
		_ = db.Close()
		return nil, err
	}
}

// ended reports whether a child of ours has ended and only waits to be asked about.
func ended(pid int) bool {
	stat, err := os.ReadFile("/proc/" + strconv.Itoa(pid) + "/stat")
	if err != nil {
		return os.IsNotExist(err)
	}
	_, rest, _ := strings.Cut(string(stat), ") ")
	return strings.HasPrefix(rest, "Z")
}

// ready waits until the server answers, and sees to role and database.
func (c *Cluster) ready(ctx context.Context) error {
	db, err := c.open(ctx, c.url(keeperRole, c.secrets.Keeper, "postgres"))
	if err != nil {
		return err
	}
	defer db.Close()
	var one int
	err = db.QueryRowContext(ctx, "select 1 from pg_roles where rolname = $1", studioRole).Scan(&one)
	if errors.Is(err, sql.ErrNoRows) {
		_, err = db.ExecContext(ctx, "create role "+studioRole+" login password "+quote(c.secrets.Studio))
	}
	if err != nil {
		return err
	}
	if c.o.Scratch {
		if _, err := db.ExecContext(ctx, "alter role "+studioRole+" createdb"); err != nil {
			return err
		}
	}
	err = db.QueryRowContext(ctx, "select 1 from pg_database where datname = 'figladder'").Scan(&one)
	if errors.Is(err, sql.ErrNoRows) {
		_, err = db.ExecContext(ctx, "create database figladder owner "+studioRole)
	}
	return err
}
