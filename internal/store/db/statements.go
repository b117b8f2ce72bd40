package db

import (
	"context"
	"database/sql"
	"database/sql/driver"
	"errors"
	"fmt"
	"reflect"

	"github.com/jmoiron/sqlx"
	"modernc.org/sqlite"

	"ledge/internal/core/closed"
)

// mostStatements bounds the prepared statements that a connection keeps.
const mostStatements = 200

// openDB is sqlx.Open, but each connection keeps its statements prepared: parsing them anew is a
// tenth of the work of storing a reading.
func openDB(dsn string) *sqlx.DB {
	return sqlx.NewDb(sql.OpenDB(connector{dsn}), "sqlite")
}

type connector struct{ dsn string }

func (c connector) Driver() driver.Driver { return &sqlite.Driver{} }

func (c connector) Connect(context.Context) (driver.Conn, error) {
	opened, err := sqlDriver().Open(c.dsn)
	if err != nil {
		return nil, err
	}
	real, ok := opened.(realConn)
	if !ok {
		return nil, errors.Join(errors.New("the driver lacks what is needed of it"), opened.Close())
	}
	return &conn{realConn: real, kept: map[string]*statement{}}, nil
}

// sqlDriver is the driver as it is registered, with the hooks that are registered with it.
func sqlDriver() driver.Driver {
	db, err := sql.Open("sqlite", "")
	if err != nil {
		panic(err) // it is linked in
	}
	defer db.Close()
	return db.Driver()
}

type realConn interface {
	driver.Conn
	driver.ConnPrepareContext
	driver.ConnBeginTx
	driver.Pinger
	driver.SessionResetter
	driver.Validator
}

// A conn hides that the real one takes texts, so that everything is prepared, and keeps what is.
type conn struct {
	realConn
	kept map[string]*statement
}

// A statement is lent to one caller at a time; closing it gives it back.
type statement struct {
	driver.Stmt
	lent, kept bool
}

var (
	_ driver.StmtExecContext  = (*statement)(nil)
	_ driver.StmtQueryContext = (*statement)(nil)
)

func (c *conn) Prepare(query string) (driver.Stmt, error) {
	return c.PrepareContext(context.Background(), query)
}

func (c *conn) PrepareContext(ctx context.Context, query string) (driver.Stmt, error) {
	if s := c.kept[query]; s != nil && !s.lent {
		s.lent = true
		return s, nil
	}
	prepared, err := c.realConn.PrepareContext(ctx, query)
	if err != nil {
		return nil, err
	}
	s := &statement{Stmt: prepared, lent: true}
	if c.kept[query] == nil && len(c.kept) < mostStatements {
		s.kept = true
		c.kept[query] = s
	}
	return s, nil
}

func (c *conn) Close() error {
	var errs []error
	for _, s := range c.kept {
		errs = append(errs, s.Stmt.Close())
	}
	return errors.Join(append(errs, c.realConn.Close())...)
}

func (s *statement) Close() error {
	s.lent = false
	if s.kept {
		return nil
	}
	return s.Stmt.Close()
}

func (s *statement) ExecContext(ctx context.Context, args []driver.NamedValue) (driver.Result, error) {
	return s.Stmt.(driver.StmtExecContext).ExecContext(ctx, args)
}

func (s *statement) QueryContext(ctx context.Context, args []driver.NamedValue) (driver.Rows, error) {
	return s.Stmt.(driver.StmtQueryContext).QueryContext(ctx, args)
}

// A NotListedError is a value that is no member of the closed list of its type.
type NotListedError struct {
	Type  reflect.Type
	Value string
}

func (e *NotListedError) Error() string { return fmt.Sprintf("%q is no %v", e.Value, e.Type) }

// CheckNamedValue refuses a value that the closed list of its type does not have. Callers check what people enter
// and say why it is refused; this is for a caller that forgot.
func (s *statement) CheckNamedValue(nv *driver.NamedValue) error {
	v := reflect.ValueOf(nv.Value)
	if v.Kind() == reflect.Pointer {
		v = v.Elem()
	}
	if v.Kind() == reflect.String {
		if list := closed.Of(v.Type()); list != nil && !list.Lists(v.String()) {
			return &NotListedError{v.Type(), v.String()}
		}
	}
	return driver.ErrSkip
}
