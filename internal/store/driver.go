package store

import (
	"context"
	"database/sql"
	"database/sql/driver"
	"errors"

	"github.com/jmoiron/sqlx"
	"modernc.org/sqlite"
)

// open opens a database whose connections keep the statements that they have prepared:
// SQLite takes longer to read a query than to answer most of ours.
func open(dsn string) *sqlx.DB {
	return sqlx.NewDb(sql.OpenDB(connector(dsn)), "sqlite")
}

type connector string

// Driver implements driver.Connector.
func (connector) Driver() driver.Driver { return &sqlite.Driver{} }

// Connect implements driver.Connector.
func (c connector) Connect(context.Context) (driver.Conn, error) {
	inner, err := c.Driver().Open(string(c))
	if err != nil {
		return nil, err
	}
	whole, ok := inner.(sqliteConn)
	if !ok {
		return nil, errors.Join(errors.New("the database driver lacks what it had"), inner.Close())
	}
	return &conn{sqliteConn: whole, ready: map[string]driver.Stmt{}}, nil
}

// sqliteConn is what a connection of the driver can do.
type sqliteConn interface {
	driver.Conn
	driver.ConnBeginTx
	driver.ConnPrepareContext
	driver.ExecerContext
	driver.QueryerContext
	driver.Pinger
	driver.SessionResetter
	driver.Validator
}

// mostReady is how many statements a connection keeps.
const mostReady = 256

// conn is a connection with its statements. database/sql uses it by one at a time.
type conn struct {
	sqliteConn
	ready map[string]driver.Stmt
}

// statement is a query prepared, and kept.
func (c *conn) statement(ctx context.Context, query string) (driver.Stmt, error) {
	if s := c.ready[query]; s != nil {
		return s, nil
	}
	s, err := c.PrepareContext(ctx, query)
	if err != nil {
		return nil, err
	}
	if len(c.ready) >= mostReady {
		c.drop()
	}
	c.ready[query] = s
	return s, nil
}

// ExecContext implements driver.ExecerContext.
func (c *conn) ExecContext(ctx context.Context, query string, args []driver.NamedValue) (driver.Result, error) {
	if len(args) == 0 { // may be several statements, or change how later ones are read
		return c.sqliteConn.ExecContext(ctx, query, args)
	}
	s, err := c.statement(ctx, query)
	if err != nil {
		return nil, err
	}
	return s.(driver.StmtExecContext).ExecContext(ctx, args)
}

// QueryContext implements driver.QueryerContext. One query's rows are read to their
// end before the same is asked again.
func (c *conn) QueryContext(ctx context.Context, query string, args []driver.NamedValue) (driver.Rows, error) {
	if len(args) == 0 {
		return c.sqliteConn.QueryContext(ctx, query, args)
	}
	s, err := c.statement(ctx, query)
	if err != nil {
		return nil, err
	}
	return s.(driver.StmtQueryContext).QueryContext(ctx, args)
}

func (c *conn) drop() {
	for q, s := range c.ready {
		_ = s.Close()
		delete(c.ready, q)
	}
}

// Close implements driver.Conn.
func (c *conn) Close() error {
	c.drop()
	return c.sqliteConn.Close()
}
