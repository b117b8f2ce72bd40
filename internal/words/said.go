package words

import (
	"strconv"
	"sync"

	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// mostSaid bounds the sentences kept in memory.
const mostSaid = 20_000

// said keeps the sentences that were made: after a reading most of what a job says is what it said before.
var said struct {
	sync.RWMutex
	texts map[string]string
}

// again is a sentence that was made before; key names it.
func again(key []byte) (text string, known bool) {
	said.RLock()
	defer said.RUnlock()
	text, known = said.texts[string(key)]
	return text, known
}

func keep(key []byte, text string) {
	said.Lock()
	defer said.Unlock()
	if said.texts == nil || len(said.texts) >= mostSaid {
		said.texts = map[string]string{}
	}
	said.texts[string(key)] = text
}

// keyOf tells what is said from anything else that could be: every part of it, with an end that
// none of them has.
func keyOf(key []byte, s unit.System, r say.Reason) []byte {
	const end = 0
	text := func(t string) { key = append(append(key, t...), end) }
	number := func(n int64) { key = append(strconv.AppendInt(key, n, 36), end) }
	text(string(s))
	text(r.Code)
	text(r.Form)
	if r.Feature != nil {
		text(string(r.Feature.Kind))
		number(int64(r.Feature.Number))
	}
	for i := range r.Args {
		a := &r.Args[i]
		text(a.Name)
		text(string(a.Is))
		number(a.N)
		number(a.M)
		text(a.Of)
		text(a.Text)
		number(int64(len(a.Words)))
		for _, w := range a.Words {
			text(w)
		}
		number(int64(len(a.Ns)))
		for _, n := range a.Ns {
			number(n)
		}
		if a.Part != nil {
			text(string(a.Part.Kind))
			number(int64(a.Part.Number))
		}
		number(int64(len(a.Reasons)))
		for _, one := range a.Reasons {
			key = keyOf(key, s, one)
		}
	}
	return key
}
