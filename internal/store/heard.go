package store

import (
	"context"
	"fmt"

	"github.com/jackc/pgx/v5/stdlib"
)

// deedsChannel is where migration 15 tells of deeds.
const deedsChannel = "figladder_deeds"

// Hear calls on with the scope of every deed that is done, taken back or done again on any server, until ctx ends or the
// connection is lost, whose error it returns. ready is called once it hears.
func (s *Store) Hear(ctx context.Context, ready func(), on func(scope string)) error {
	conn, err := s.SQL.Conn(ctx)
	if err != nil {
		return err
	}
	defer func() { _ = conn.Close() }()
	return conn.Raw(func(driver any) error {
		c, ok := driver.(*stdlib.Conn)
		if !ok {
			return fmt.Errorf("deeds cannot be heard on %T", driver)
		}
		pg := c.Conn()
		if _, err := pg.Exec(ctx, "listen "+deedsChannel); err != nil {
			return err
		}
		// The connection goes back to the pool: it must not go on hearing there.
		defer func() { _, _ = pg.Exec(context.WithoutCancel(ctx), "unlisten "+deedsChannel) }()
		ready()
		for {
			n, err := pg.WaitForNotification(ctx)
			if err != nil {
				return err
			}
			on(n.Payload)
		}
	})
}
