package httpapi

import (
	"slices"
	"sync"

	"golang.org/x/sync/singleflight"
)

// maxViews bounds the views kept in memory: those of the shop's list, and some more.
const maxViews = 512

// views keep what was last made of each job, so that a list of jobs need not judge them all again.
type views struct {
	mu   sync.Mutex
	kept map[int64]keptView
	// spoiled are jobs that cannot be judged as they stand: it is not tried again at every look.
	spoiled map[int64]spoiledView
	making  singleflight.Group
	// texts are the jobs whose texts are kept, the longest unchanged first.
	texts []int64
}

type spoiledView struct {
	changes int
	err     error
}

func (v *views) spoil(id int64, changes int, err error) {
	v.mu.Lock()
	defer v.mu.Unlock()
	if v.spoiled == nil || len(v.spoiled) >= maxViews {
		v.spoiled = map[int64]spoiledView{}
	}
	v.spoiled[id] = spoiledView{changes, err}
}

// bad is why a job cannot be judged, where that is known already.
func (v *views) bad(id int64, changes int) error {
	v.mu.Lock()
	defer v.mu.Unlock()
	if s, there := v.spoiled[id]; there && s.changes == changes {
		return s.err
	}
	return nil
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

// put keeps a view and returns it as it is kept.
func (v *views) put(id int64, changes int, view JobView) JobView {
	v.mu.Lock()
	defer v.mu.Unlock()
	view.encoded = &encodedView{before: v.kept[id].view.encoded.taken()}
	// Texts are large: only those of the jobs that changed or were asked for last are kept.
	v.texts = append(slices.DeleteFunc(v.texts, func(other int64) bool { return other == id }), id)
	if len(v.texts) > mostEncoded {
		if old, there := v.kept[v.texts[0]]; there {
			old.view.encoded = nil
			v.kept[v.texts[0]] = old
		}
		v.texts = v.texts[1:]
	}
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
	return view
}
