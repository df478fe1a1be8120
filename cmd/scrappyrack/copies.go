package main

import (
	"bufio"
	"cmp"
	"context"
	"errors"
	"fmt"
	"io"
	"os"
	"path/filepath"
	"strings"
	"time"

	"golang.org/x/term"

	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

type backupCmd struct {
	folder
	To string `arg:"" help:"File to write; must not exist." type:"path"`
}

func (c *backupCmd) Run() error { return store.BackupOf(context.Background(), c.Data, c.To) }

type restoreCmd struct {
	folder
	From string `arg:"" help:"Copy made by backup." type:"existingfile"`
}

func (c *restoreCmd) Run() error {
	done, err := store.Restore(context.Background(), c.Data, c.From, time.Now())
	if done.Kept != "" {
		fmt.Println("The database that was there is kept as", done.Kept)
	}
	if err == nil {
		fmt.Println("All sessions and invitations have ended. Active accounts, as they came back:",
			cmp.Or(strings.Join(done.Active, ", "), "none"))
		fmt.Println("Look them over: an account that was made inactive after this copy is active again.")
	}
	return err
}

type checkCmd struct {
	folder
	File string `arg:"" optional:"" help:"A copy to look over instead of the database." type:"existingfile"`
}

func (c *checkCmd) Run() error {
	path := c.File
	if path == "" {
		path = filepath.Join(c.Data, store.FileName)
	}
	if _, err := os.Stat(path); err != nil {
		return fmt.Errorf("there is no database in %s: name its folder with --data", c.Data)
	}
	found, err := store.CheckFile(context.Background(), path)
	if err != nil {
		return err
	}
	for _, f := range found {
		fmt.Printf("%s: %s\n", f.What, f.Detail)
	}
	if len(found) > 0 {
		return fmt.Errorf("%s is not well: restore a backup, and keep this file", path)
	}
	fmt.Println(path, "is whole, and its references hold")
	return nil
}

type passwdCmd struct {
	folder
	Email string `arg:"" help:"Of the account."`
}

func (c *passwdCmd) Run() error {
	ctx := context.Background()
	s, err := store.OpenBeside(ctx, c.Data)
	if err != nil {
		return err
	}
	defer func() { _ = s.Close() }()
	password, err := askPassword(os.Stdin)
	if err != nil {
		return err
	}
	err = workbench.NewAccounts(s, time.Now).Reset(ctx, c.Email, password)
	if errors.Is(err, store.ErrNotFound) {
		return fmt.Errorf("no account has the email %s", c.Email)
	}
	if err == nil {
		fmt.Println("The password is changed, and all sessions of", c.Email, "have ended.")
	}
	return err
}

// askPassword reads a password twice without showing it, or one line of what is piped in.
func askPassword(in *os.File) (string, error) {
	if !term.IsTerminal(int(in.Fd())) {
		line, err := bufio.NewReader(in).ReadString('\n')
		if errors.Is(err, io.EOF) && line != "" {
			err = nil
		}
		return strings.TrimRight(line, "\r\n"), err
	}
	ask := func(what string) (string, error) {
		fmt.Fprint(os.Stderr, what)
		text, err := term.ReadPassword(int(in.Fd()))
		fmt.Fprintln(os.Stderr)
		return string(text), err
	}
	first, err := ask("New password, at least 10 characters: ")
	if err != nil {
		return "", err
	}
	again, err := ask("Once more: ")
	if err == nil && again != first {
		err = errors.New("the two are not the same: nothing was changed")
	}
	return first, err
}
