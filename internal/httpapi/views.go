package httpapi

import "sync"

// maxViews bounds the views kept in memory: those of the shop's list, and some more.
const maxViews = 512

// views keep what was last made of each job, so that a list of jobs need not judge them all again.
type views struct {
	mu   sync.Mutex
	kept map[int64]keptView
}

type keptView struct {
	changes int
	view    JobView
}

// get returns the view that was made of a job after the given number of changes.
func (v *views) get(id int64, changes int) (JobView, bool) {
	v.mu.Lock()
	defer v.mu.Unlock()
	kept, ok := v.kept[id]
	return kept.view, ok && kept.changes == changes
}

func (v *views) put(id int64, changes int, view JobView) {
	v.mu.Lock()
	defer v.mu.Unlock()
	if v.kept == nil {
		v.kept = map[int64]keptView{}
	}
	if _, there := v.kept[id]; !there && len(v.kept) >= maxViews {
		for other := range v.kept {
			delete(v.kept, other)
			break
		}
	}
	v.kept[id] = keptView{changes, view}
}
