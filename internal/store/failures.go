package store

import (
	"context"
	"database/sql"
	"database/sql/driver"
	"errors"
	"io"
	"net"
	"strings"
	"syscall"

	"github.com/jackc/pgx/v5/pgconn"
)

// refusal is what PostgreSQL said no with; nil when it did not.
func refusal(err error) *pgconn.PgError {
	var no *pgconn.PgError
	if errors.As(err, &no) {
		return no
	}
	return nil
}

// Duplicate returns the name of the constraint by which a row is there already.
func Duplicate(err error) (constraint string, is bool) {
	if no := refusal(err); no != nil && no.Code == "23505" {
		return no.ConstraintName, true
	}
	return "", false
}

// Orphan reports whether what a row belongs to is not there.
func Orphan(err error) bool {
	no := refusal(err)
	return no != nil && no.Code == "23503"
}

// Refused returns the words of a rule that the database itself holds, by its code.
func Refused(err error, code string) (words string, is bool) {
	if no := refusal(err); no != nil && no.Code == code {
		return no.Message, true
	}
	return "", false
}

// Unfit reports whether a value cannot be kept at all: a number too large for its column,
// or a zero byte.
func Unfit(err error) bool {
	no := refusal(err)
	return no != nil && (no.Code == "22003" || no.Code == "22021" || no.Code == "22P05")
}

// Busy reports whether the same again may well work: others were in the way.
func Busy(err error) bool {
	no := refusal(err)
	return no != nil && (no.Code == "40P01" || no.Code == "40001" || no.Code == "55P03")
}

// Full reports whether there is no room left on a disk.
func Full(err error) bool {
	no := refusal(err)
	return errors.Is(err, syscall.ENOSPC) || errors.Is(err, syscall.EDQUOT) || no != nil && no.Code == "53100"
}

// Down reports whether the database does not answer just now.
func Down(err error) bool {
	if no := refusal(err); no != nil {
		return strings.HasPrefix(no.Code, "08") || no.Code == "53300" || strings.HasPrefix(no.Code, "57P")
	}
	var connect *pgconn.ConnectError
	var network *net.OpError
	return errors.As(err, &connect) || errors.As(err, &network) || errors.Is(err, driver.ErrBadConn) || errors.Is(err, sql.ErrConnDone) || errors.Is(err, net.ErrClosed) ||
		errors.Is(err, io.ErrUnexpectedEOF) || pgconn.Timeout(err) && !errors.Is(err, context.Canceled)
}
