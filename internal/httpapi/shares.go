package httpapi

import (
	"context"
	"crypto/rand"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"ledge/internal/report"
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
			if p.Verdict == "within" || one.Accepted[p.Key] != "" {
				v.Proved++
			}
		}
	}
	return v
}

func (a resources) shares(api huma.API) {
	type sharesOutput struct{ Body []store.Share }
	list := func(ctx context.Context, id int64, err error) (*sharesOutput, error) {
		if err != nil {
			return nil, a.fail(ctx, err)
		}
		shares, err := a.store.Shares(ctx, id)
		if err != nil {
			return nil, a.fail(ctx, err)
		}
		return &sharesOutput{shares}, nil
	}
	register(api, store.Viewer, huma.Operation{OperationID: "get-report", Method: http.MethodGet,
		Path: "/api/v1/jobs/{id}/report", Summary: "The report in plain words"},
		func(ctx context.Context, in *struct {
			ID int64 `path:"id"`
		}) (*struct{ Body SharedView }, error) {
			job, err := a.reportOf(ctx, in.ID)
			if err != nil {
				return nil, a.fail(ctx, err)
			}
			return &struct{ Body SharedView }{sharedView(job)}, nil
		})
	register(api, store.Viewer, huma.Operation{OperationID: "list-shares", Method: http.MethodGet,
		Path: "/api/v1/jobs/{id}/shares", Summary: "The links to a job's report"},
		func(ctx context.Context, in *struct {
			ID int64 `path:"id"`
		}) (*sharesOutput, error) {
			return list(ctx, in.ID, nil)
		})
	register(api, store.Decider, huma.Operation{OperationID: "share", Method: http.MethodPost,
		Path: "/api/v1/jobs/{id}/shares", DefaultStatus: http.StatusCreated,
		Summary: "Make a link to a job's report; its token is told this once"},
		func(ctx context.Context, in *struct {
			ID   int64 `path:"id"`
			Body struct {
				ID  string `json:"id" format:"uuid" doc:"an id made by the client: sending it twice makes one link"`
				For string `json:"for" minLength:"1" maxLength:"200"`
			}
		}) (*struct {
			Body struct {
				Token string `json:"token"`
			}
		}, error) {
			out := &struct {
				Body struct {
					Token string `json:"token"`
				}
			}{}
			token := rand.Text()
			known, err := a.store.AddShare(ctx, in.ID, in.Body.ID, token, in.Body.For)
			if err != nil {
				return nil, a.fail(ctx, err)
			}
			if !known {
				a.links.keep(in.Body.ID, token)
			}
			if out.Body.Token = a.links.token(in.Body.ID); out.Body.Token == "" {
				return nil, problem(http.StatusConflict, words.Told("refuse.link_once"))
			}
			return out, nil
		})
	register(api, store.Decider, huma.Operation{OperationID: "revoke-share", Method: http.MethodDelete,
		Path: "/api/v1/jobs/{id}/shares/{share}", Summary: "Revoke a link"},
		func(ctx context.Context, in *struct {
			ID    int64  `path:"id"`
			Share string `path:"share"`
		}) (*sharesOutput, error) {
			return list(ctx, in.ID, a.store.RevokeShare(ctx, in.ID, in.Share))
		})
	register(api, anyone, huma.Operation{OperationID: "get-shared", Method: http.MethodGet,
		Path: "/api/v1/shared/{token}", Summary: "The report behind a link"},
		func(ctx context.Context, in *struct {
			Token string `path:"token" maxLength:"60"`
		}) (*struct{ Body SharedView }, error) {
			job, err := a.shared(ctx, in.Token)
			if err != nil {
				return nil, err
			}
			return &struct{ Body SharedView }{sharedView(job)}, nil
		})
	register(api, anyone, huma.Operation{OperationID: "get-shared-summary", Method: http.MethodGet,
		Path: "/api/v1/shared/{token}/summary.pdf", Summary: "The report behind a link as a PDF",
		Responses: files("application/pdf"), Middlewares: huma.Middlewares{a.inTurn}},
		func(ctx context.Context, in *struct {
			Token string `path:"token" maxLength:"60"`
		}) (*attachment, error) {
			job, err := a.shared(ctx, in.Token)
			if err != nil {
				return nil, err
			}
			pdf, err := job.Summary()
			if err != nil {
				return nil, a.fail(ctx, err)
			}
			return show(fileName(job.In.Job.Number)+".summary.pdf", pdf), nil
		})
}

func (a resources) shared(ctx context.Context, token string) (report.Job, error) {
	id, err := a.store.SharedJob(ctx, token)
	if err != nil {
		return report.Job{}, problem(http.StatusNotFound, words.Told("refuse.link_revoked"))
	}
	job, err := a.reportOf(ctx, id)
	if err != nil {
		return report.Job{}, a.fail(ctx, err)
	}
	return job, nil
}
