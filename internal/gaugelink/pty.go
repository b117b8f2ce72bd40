package gaugelink

import (
	"io"
	"os"

	"github.com/creack/pty"
	"golang.org/x/term"
)

// A Pseudo is a pseudo-terminal that the stand-in plays at: its far end is a port like a serial one.
type Pseudo struct {
	io.ReadWriteCloser
	// Name is its far end's.
	Name string
	far  *os.File
}

// OpenPseudo opens a pseudo-terminal that echoes nothing.
func OpenPseudo() (*Pseudo, error) {
	near, far, err := pty.Open()
	if err != nil {
		return nil, err
	}
	if _, err := term.MakeRaw(int(far.Fd())); err != nil {
		_, _ = near.Close(), far.Close()
		return nil, err
	}
	return &Pseudo{near, far.Name(), far}, nil
}

// Close closes both ends: the far one was kept open, so that nothing is lost while nobody has it.
func (p *Pseudo) Close() error {
	_ = p.far.Close()
	return p.ReadWriteCloser.Close()
}
