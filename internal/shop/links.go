package shop

import (
	"strings"
	"sync"
	"time"
)

// toldAgain is how long the token of a link is told again to who asks for the same link: whose
// first answer was lost.
const toldAgain = 10 * time.Minute

// links remember the tokens of links made just now. The store keeps only their hashes.
type links struct {
	mu   sync.Mutex
	made map[string]madeLink
}

type madeLink struct {
	token string
	at    time.Time
}

func (l *links) keep(id, token string) {
	l.mu.Lock()
	defer l.mu.Unlock()
	if l.made == nil {
		l.made = map[string]madeLink{}
	}
	for other, link := range l.made {
		if time.Since(link.at) > toldAgain {
			delete(l.made, other)
		}
	}
	l.made[strings.ToLower(id)] = madeLink{token, time.Now()}
}

// token is that of a link made just now; empty for any other.
func (l *links) token(id string) string {
	l.mu.Lock()
	defer l.mu.Unlock()
	link := l.made[strings.ToLower(id)]
	if time.Since(link.at) > toldAgain {
		return ""
	}
	return link.token
}
