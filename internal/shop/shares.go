package shop

import (
	"context"
	"crypto/rand"
	"slices"

	"ledge/internal/core/order"
	"ledge/internal/exchange"
	"ledge/internal/report"
	"ledge/internal/shop/refuse"
	"ledge/internal/store"
	"ledge/internal/words"
)

// SharedView is a job's report as its customer sees it behind a link.
type SharedView struct {
	Number    string       `json:"number"`
	Customer  string       `json:"customer"`
	Engine    string       `json:"engine"`
	Findings  []string     `json:"findings"`
	Decisions []SharedLine `json:"decisions"`
	Cost      string       `json:"cost"`
	Ready     string       `json:"ready"`
	Promised  string       `json:"promised"`
	Proved    int          `json:"proved"`
	ToProve   int          `json:"to_prove"`
}

// SharedLine is one set in plain words.
type SharedLine struct {
	Set     string   `json:"set"`
	Way     string   `json:"way"`
	Signed  string   `json:"signed"`
	Reason  string   `json:"reason"`
	Reasons []string `json:"reasons"`
}

func sharedView(j report.Job) SharedView {
	if j.In == nil {
		return SharedView{}
	}
	v := SharedView{Number: j.In.Job.Number, Customer: j.In.Job.Customer, Engine: j.In.Job.Engine,
		Findings: []string{}, Decisions: []SharedLine{}, Cost: j.Cost, Ready: j.Ready, Promised: j.Promised}
	v.Findings = append(v.Findings, j.Seen...)
	for _, d := range j.Letter {
		v.Decisions = append(v.Decisions,
			SharedLine{words.Set(d.Set).Title, words.In(j.In.Unit).Plain(d.Set, d.Way), d.Signed, d.Reason,
				append([]string{}, d.Reasons...)})
	}
	for _, one := range j.Proofs {
		for _, p := range one.Proofs {
			v.ToProve++
			if p.Verdict == order.ProofWithin || one.Accepted[p.Key] != "" {
				v.Proved++
			}
		}
	}
	return v
}

// Report is the report of a job in plain words.
func (a *Application) Report(ctx context.Context, job int64) (SharedView, error) {
	dossier, err := a.dossier(ctx, job)
	return sharedView(dossier), err
}

// Shares are the links to a job's report.
func (a *Application) Shares(ctx context.Context, job int64) ([]store.Share, error) {
	return a.store.Shares(ctx, job)
}

// Offer makes a link to a job's report for somebody and tells its token, which is told again only
// shortly to who asks under the same id.
func (a *Application) Offer(ctx context.Context, job int64, id, whom string) (token string, err error) {
	token = rand.Text()
	known, err := a.store.AddShare(ctx, job, id, token, whom)
	if err != nil {
		return "", err
	}
	if !known {
		a.links.keep(id, token)
	}
	if token = a.links.token(id); token == "" {
		return "", refuse.Conflict(words.Told("refuse.link_once"))
	}
	return token, nil
}

// Revoke ends a link; the links that are left are told.
func (a *Application) Revoke(ctx context.Context, job int64, share string) ([]store.Share, error) {
	if err := a.store.RevokeShare(ctx, job, share); err != nil {
		return nil, err
	}
	return a.Shares(ctx, job)
}

// Renew lets a link open the report for longer.
func (a *Application) Renew(ctx context.Context, job int64, share string) ([]store.Share, error) {
	if err := a.store.RenewShare(ctx, job, share); err != nil {
		return nil, err
	}
	return a.Shares(ctx, job)
}

// Shared is the report behind a link.
func (a *Application) Shared(ctx context.Context, token string) (SharedView, error) {
	dossier, err := a.shared(ctx, token)
	return sharedView(dossier), err
}

// SharedSummary is the report behind a link as a PDF.
func (a *Application) SharedSummary(ctx context.Context, token string) (exchange.File, error) {
	dossier, err := a.shared(ctx, token)
	if err != nil {
		return exchange.File{}, err
	}
	return summary(dossier)
}

func (a *Application) shared(ctx context.Context, token string) (report.Job, error) {
	id, err := a.store.SharedJob(ctx, token)
	if err != nil {
		return report.Job{}, &refuse.Refusal{Kind: refuse.Missing, Says: words.Told("refuse.link_revoked")}
	}
	dossier, err := a.dossier(ctx, id)
	// Why somebody in the shop decided otherwise than was advised is between them; what was found and is done says
	// itself.
	dossier.Letter = slices.Clone(dossier.Letter)
	for i := range dossier.Letter {
		dossier.Letter[i].Reason = ""
	}
	return dossier, err
}
