package gaugelink

import (
	"os"
	"os/exec"
	"syscall"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/instrument"
)

// The stand-in's pseudo-terminal is a port where it may play; one that somebody sits at is none.
func TestATerminalOfSomebodyIsNoPort(t *testing.T) {
	ports := Ports{StandIn: true}
	mine, err := OpenPseudo()
	require.NoError(t, err)
	defer mine.Close()
	free, err := ports.Open(t.Context(), instrument.Link{Port: mine.Name})
	require.NoError(t, err, "nobody sits there: the stand-in plays at it")
	assert.NoError(t, free.Close())
	_, err = Ports{}.Open(t.Context(), instrument.Link{Port: mine.Name})
	assert.ErrorIs(t, err, ErrNoPort, "where no stand-in plays")
	// A session of somebody's at that terminal.
	there, err := os.OpenFile(mine.Name, os.O_RDWR|syscall.O_NOCTTY, 0)
	require.NoError(t, err)
	defer there.Close()
	session := exec.Command("sleep", "60")
	session.Stdin, session.Stdout = there, there
	session.SysProcAttr = &syscall.SysProcAttr{Setsid: true, Setctty: true}
	require.NoError(t, session.Start())
	defer func() { _, _ = session.Process.Kill(), session.Wait() }()
	_, err = ports.Open(t.Context(), instrument.Link{Port: mine.Name})
	assert.ErrorIs(t, err, ErrNoPort)
}
