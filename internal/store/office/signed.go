package office

import "sync"

// mostSigned bounds the sessions kept in memory.
const mostSigned = 1000

// signed keeps who is signed in, so that asking reads nothing. It is sound because this process
// alone has the file open, and forgets everything whenever a person or a session changes.
type signed struct {
	mu sync.Mutex
	// ended is closed, and made anew, whenever a session may have ended.
	ended    chan struct{}
	sessions map[string]sessionRow
	people   map[int64]Person
	changed  int
}

func (s *signed) session(token string) (row sessionRow, known bool) {
	s.mu.Lock()
	defer s.mu.Unlock()
	row, known = s.sessions[token]
	return row, known
}

func (s *signed) person(id int64) (p Person, known bool) {
	s.mu.Lock()
	defer s.mu.Unlock()
	p, known = s.people[id]
	return p, known
}

// changes counts them: what was read before one is not kept after it.
func (s *signed) changes() int {
	s.mu.Lock()
	defer s.mu.Unlock()
	return s.changed
}

func (s *signed) keepSession(token string, row sessionRow, changes int) {
	s.mu.Lock()
	defer s.mu.Unlock()
	if s.changed != changes || len(s.sessions) >= mostSigned {
		return
	}
	if s.sessions == nil {
		s.sessions = map[string]sessionRow{}
	}
	s.sessions[token] = row
}

func (s *signed) keepPerson(p Person, changes int) {
	s.mu.Lock()
	defer s.mu.Unlock()
	if s.changed != changes || len(s.people) >= mostSigned {
		return
	}
	if s.people == nil {
		s.people = map[int64]Person{}
	}
	s.people[p.ID] = p
}

func (s *signed) forget() {
	s.mu.Lock()
	defer s.mu.Unlock()
	s.changed++
	s.sessions, s.people = nil, nil
}

// SessionsChanged is closed as soon as a session may have ended.
func (s *Office) SessionsChanged() <-chan struct{} {
	s.signed.mu.Lock()
	defer s.signed.mu.Unlock()
	if s.signed.ended == nil {
		s.signed.ended = make(chan struct{})
	}
	return s.signed.ended
}

// sessionsChanged forgets who is signed in and tells who watches that sessions may have ended.
func (s *Office) sessionsChanged() {
	s.signed.forget()
	s.signed.mu.Lock()
	defer s.signed.mu.Unlock()
	if s.signed.ended != nil {
		close(s.signed.ended)
		s.signed.ended = nil
	}
}
