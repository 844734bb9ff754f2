package main

import (
	"context"

	"figladder/internal/backup"
	"github.com/spf13/cobra"
)

// backupCommands write a studio into one file, and make it again from one.
func backupCommands(conf *settings) []*cobra.Command {
	return []*cobra.Command{
		{Use: "backup FILE", Short: "Write database and pictures into one file, also while it serves", Args: cobra.ExactArgs(1), RunE: func(c *cobra.Command, args []string) error {
			return writeBackup(c.Context(), *conf, args[0])
		}},
		{Use: "restore FILE", Short: "Make an empty studio what it was when a backup was written", Args: cobra.ExactArgs(1), RunE: func(c *cobra.Command, args []string) error {
			return restore(c.Context(), *conf, args[0])
		}},
	}
}

func writeBackup(ctx context.Context, conf settings, file string) error {
	h, err := unlock(ctx, conf, true)
	if err != nil {
		return err
	}
	defer h.leave()
	m, err := backup.Write(ctx, h.db, h.url, h.vault, file, func(s string) { say("%s", s) })
	if err != nil {
		return err
	}
	say("%s holds the database and %d files, read back and compared.", file, len(m.Parts)-1)
	for _, l := range m.Lost {
		say("Not in it, since no whole copy was left: %s.", l)
	}
	return nil
}

func restore(ctx context.Context, conf settings, file string) error {
	if _, err := backup.Verify(ctx, file); err != nil { // before a folder is made for it
		return err
	}
	h, err := unlock(ctx, conf, false)
	if err != nil {
		return err
	}
	defer h.leave()
	m, err := backup.Restore(ctx, h.db, h.url, h.vault, file, func(s string) { say("%s", s) })
	if err != nil {
		return err
	}
	if err := h.db.Migrate(ctx); err != nil { // of an earlier version
		return err
	}
	say("The studio is as it was on %s. Start it with: figladder serve", m.At.Format("2 January 2006, 15:04 UTC"))
	return nil
}
