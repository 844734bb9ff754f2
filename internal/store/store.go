package store

import (
	"context"
	"database/sql"
	"embed"
	"fmt"
	"io/fs"
	"strings"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgtype"
	"github.com/jackc/pgx/v5/stdlib"
	"github.com/pressly/goose/v3"
	"github.com/riverqueue/river/riverdriver/riverdatabasesql"
	"github.com/riverqueue/river/rivermigrate"
	"gorm.io/driver/postgres"
	"gorm.io/gorm"
	"gorm.io/gorm/logger"
	"gorm.io/gorm/schema"
)

//go:embed migrations/*.sql
var migrations embed.FS

// Store is the open database.
type Store struct {
	*gorm.DB
	SQL *sql.DB
}

// Open connects to PostgreSQL at url. It does not migrate.
func Open(ctx context.Context, url string) (*Store, error) {
	conf, err := pgx.ParseConfig(url)
	if err != nil {
		return nil, err
	}
	// Compiling a plan takes longer than any of our queries.
	conf.RuntimeParams["jit"] = "off"
	// A search is planned for the words it looks for: a plan for any words at all
	// would pass the trigram index over.
	conf.RuntimeParams["plan_cache_mode"] = "force_custom_plan"
	// Moments come back in UTC wherever the machine stands: a row must read back as
	// it was written, or undo would take it for a changed one.
	db := stdlib.OpenDB(*conf, stdlib.OptionAfterConnect(func(_ context.Context, c *pgx.Conn) error {
		c.TypeMap().RegisterType(&pgtype.Type{Name: "timestamptz", OID: pgtype.TimestamptzOID, Codec: &pgtype.TimestamptzCodec{ScanLocation: time.UTC}})
		return nil
	}))
	db.SetMaxOpenConns(40)
	db.SetMaxIdleConns(10)
	db.SetConnMaxIdleTime(5 * time.Minute)
	if err := db.PingContext(ctx); err != nil {
		_ = db.Close()
		return nil, fmt.Errorf("the database does not answer: %w", err)
	}
	g, err := gorm.Open(postgres.New(postgres.Config{Conn: db}), &gorm.Config{
		Logger: logger.Discard, NowFunc: func() time.Time { return time.Now().UTC() }, SkipDefaultTransaction: true, NamingStrategy: names{schema.NamingStrategy{}},
	})
	if err == nil {
		err = g.Callback().Query().After("gorm:query").Register("fill", fillWhatIsRead)
	}
	if err != nil {
		_ = db.Close()
		return nil, err
	}
	return &Store{DB: g, SQL: db}, nil
}

// Close lets go of the database.
func (s *Store) Close() error { return s.SQL.Close() }

// Migrate brings the database to this binary's shape, its own tables and the
// queue's. It is safe to call at every start.
func (s *Store) Migrate(ctx context.Context) error {
	files, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return err
	}
	// Two servers that start on one database at the same time migrate one after the other.
	c, err := s.SQL.Conn(ctx)
	if err != nil {
		return err
	}
	defer c.Close()
	if _, err := c.ExecContext(ctx, "select pg_advisory_lock(hashtextextended('migrating', 0))"); err != nil {
		return err
	}
	defer func() {
		_, _ = c.ExecContext(context.WithoutCancel(ctx), "select pg_advisory_unlock(hashtextextended('migrating', 0))")
	}()
	p, err := goose.NewProvider(goose.DialectPostgres, s.SQL, files)
	if err != nil {
		return err
	}
	if _, err := p.Up(ctx); err != nil {
		return fmt.Errorf("migrating: %w", err)
	}
	m, err := rivermigrate.New(riverdatabasesql.New(s.SQL), nil)
	if err != nil {
		return err
	}
	if _, err := m.Migrate(ctx, rivermigrate.DirectionUp, nil); err != nil {
		return fmt.Errorf("migrating the queue: %w", err)
	}
	return nil
}

// Marked reports whether a note of that name was made.
func (s *Store) Marked(ctx context.Context, name string) (bool, error) {
	var n int64
	err := s.WithContext(ctx).Table("marks").Where("name = ?", name).Count(&n).Error
	return n > 0, err
}

// Mark makes a note.
func (s *Store) Mark(ctx context.Context, name string) error {
	return s.WithContext(ctx).Exec("insert into marks (name, at) values (?, now()) on conflict do nothing", name).Error
}

// Empty takes every row away: of all tables but the migrations' and the queue's own, and the outlets, which a migration began.
func (s *Store) Empty(ctx context.Context) error {
	var tables []string
	err := s.WithContext(ctx).Raw("select quote_ident(tablename) from pg_tables where schemaname = 'public' and tablename not like 'goose%' and tablename not like 'river%' and tablename <> 'outlets'").Scan(&tables).Error
	if err != nil {
		return err
	}
	return s.WithContext(ctx).Exec("truncate " + strings.Join(tables, ", ") + " cascade").Error
}
