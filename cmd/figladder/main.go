// Command figladder is the whole application: the page, the API, the queue and,
// unless DATABASE_URL points elsewhere, a PostgreSQL server of its own.
package main

import (
	"context"
	"encoding/json"
	"fmt"
	"os"
	"os/signal"
	"syscall"

	"figladder/internal/api"
	"figladder/internal/store"
	"github.com/caarlos0/env/v11"
	"github.com/spf13/cobra"
)

func main() {
	ctx, stop := signal.NotifyContext(context.Background(), os.Interrupt, syscall.SIGTERM)
	defer stop()
	if err := command().ExecuteContext(ctx); err != nil {
		fmt.Fprintln(os.Stderr, err)
		stop()
		os.Exit(1)
	}
}

func command() *cobra.Command {
	var conf settings
	root := &cobra.Command{Use: "figladder", Short: "Plan, take, finish and publish still shoots of food", SilenceUsage: true, SilenceErrors: true}
	if err := env.Parse(&conf); err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
	root.PersistentFlags().StringVar(&conf.Data, "data", conf.Data, "folder for pictures and, unless DATABASE_URL is set, the database")
	root.PersistentFlags().StringVar(&conf.Address, "address", conf.Address, "where the page is served")
	var reset bool
	demo := &cobra.Command{Use: "demo", Short: "Serve the demo world", Args: cobra.NoArgs, RunE: func(c *cobra.Command, _ []string) error {
		return serve(c.Context(), conf, true, reset)
	}}
	demo.Flags().BoolVar(&reset, "reset", false, "throw the demo's data away and start over")
	root.AddCommand(demo,
		&cobra.Command{Use: "serve", Short: "Serve a studio", Args: cobra.NoArgs, RunE: func(c *cobra.Command, _ []string) error {
			return serve(c.Context(), conf, false, false)
		}},
		&cobra.Command{Use: "migrate", Short: "Bring the database at DATABASE_URL to this binary's shape", Args: cobra.NoArgs, RunE: func(c *cobra.Command, _ []string) error {
			if conf.DatabaseURL == "" {
				return fmt.Errorf("set DATABASE_URL to the database to migrate")
			}
			s, err := store.Open(c.Context(), conf.DatabaseURL)
			if err != nil {
				return err
			}
			defer s.Close()
			return s.Migrate(c.Context())
		}},
		&cobra.Command{Use: "openapi", Short: "Print the API's description, from which the page's types are made", Args: cobra.NoArgs, RunE: func(*cobra.Command, []string) error {
			return json.NewEncoder(os.Stdout).Encode(api.New(nil, nil, api.Options{}).Huma.OpenAPI())
		}},
		&cobra.Command{Use: "with-database -- COMMAND …", Short: "Run a command beside a scratch database, for tests", Args: cobra.MinimumNArgs(1), RunE: func(c *cobra.Command, args []string) error {
			return withDatabase(c.Context(), args)
		}},
	)
	root.AddCommand(backupCommands(&conf)...)
	return root
}

func say(words string, args ...any) { fmt.Printf(words+"\n", args...) }
