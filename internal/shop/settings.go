package shop

import (
	"context"

	"ledge/internal/core/unit"
	"ledge/internal/store/db"
)

// ShopView is what holds for the shop as a whole.
type ShopView struct {
	// PublicURL is the address under which Ledge is reached from elsewhere, for the codes on papers
	// and for links; empty where nobody said one. Fixed tells that it was given when Ledge was
	// started.
	PublicURL string `json:"public_url"`
	Fixed     bool   `json:"fixed"`
	Version   int64  `json:"version"`
	// Unit is what new jobs and cards begin in; empty where nobody said one.
	Unit unit.System `json:"unit,omitempty"`
	// Empty tells that there never was a job, Sample that the jobs of the sample shop are there.
	Empty  bool `json:"empty"`
	Sample bool `json:"sample"`
	// Troubles are what somebody has to see to: a full disk, a copy that failed.
	Troubles []db.Trouble `json:"troubles"`
}

// Shop is what holds for the shop as a whole.
func (a *Application) Shop(ctx context.Context) (ShopView, error) {
	address, fixed, version, err := a.Address(ctx)
	if err != nil {
		return ShopView{}, err
	}
	system, err := a.Settings.Unit(ctx)
	if err != nil {
		return ShopView{}, err
	}
	any, sample, err := a.store.AnyJobs(ctx)
	return ShopView{address, fixed, version, system, !any, sample, a.store.Troubles()}, err
}
