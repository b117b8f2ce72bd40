package httpapi

import (
	"context"

	"github.com/danielgtaylor/huma/v2"

	"ledge/internal/core/schedule"
	"ledge/internal/core/unit"
	"ledge/internal/shop"
	"ledge/internal/shop/settings"
	"ledge/internal/store/office"
)

// settings registers what holds for the shop as a whole.
func (a resources) settings(api huma.API) {
	rates := func(ctx context.Context) (settings.RatesView, int64, error) {
		view, err := a.shop.Rates(ctx)
		return view, view.Version, err
	}
	serveTagged(a, api, office.Viewer, fetching("get-rates", "/rates", "The shop's rate card"),
		func(ctx context.Context, _ *struct{}) (settings.RatesView, int64, error) { return rates(ctx) })
	serveTagged(a, api, office.Decider, replacing("set-rates", "/rates", "Replace the shop's rate card"),
		func(ctx context.Context, in *struct {
			Versioned
			Body schedule.Card
		}) (view settings.RatesView, version int64, err error) {
			if version, err = in.version(); err == nil {
				err = a.shop.SetRates(ctx, in.Body, version)
			}
			if err != nil {
				return view, 0, err
			}
			return rates(ctx)
		})
}

// address registers what the shop's papers need to know.
func (a resources) address(api huma.API) {
	whole := func(ctx context.Context) (shop.ShopView, int64, error) {
		view, err := a.shop.Shop(ctx)
		return view, view.Version, err
	}
	serveTagged(a, api, office.Viewer, fetching("get-shop", "/shop", "What holds for the shop as a whole"),
		func(ctx context.Context, _ *struct{}) (shop.ShopView, int64, error) { return whole(ctx) })
	serveTagged(a, api, office.Decider, replacing("set-shop", "/shop",
		"Say under which address Ledge is reached from elsewhere"),
		func(ctx context.Context, in *struct {
			Versioned
			Body struct {
				PublicURL string `json:"public_url" maxLength:"200"`
			}
		}) (view shop.ShopView, version int64, err error) {
			if version, err = in.version(); err == nil {
				err = a.shop.SetPublicURL(ctx, in.Body.PublicURL, version)
			}
			if err != nil {
				return view, 0, err
			}
			return whole(ctx)
		})
}

// locals registers how papers write.
func (a resources) locals(api huma.API) {
	local := func(ctx context.Context) (settings.LocalView, int64, error) {
		view, err := a.shop.Local(ctx)
		return view, view.Version, err
	}
	serveTagged(a, api, office.Viewer, fetching("get-local", "/shop/local", "How papers write dates, times and money"),
		func(ctx context.Context, _ *struct{}) (settings.LocalView, int64, error) { return local(ctx) })
	serveTagged(a, api, office.Decider, replacing("set-local", "/shop/local",
		"Choose how papers write dates, times and money"),
		func(ctx context.Context, in *struct {
			Versioned
			Body struct {
				Locale   string `json:"locale" maxLength:"20"`
				TimeZone string `json:"time_zone" maxLength:"60"`
			}
		}) (view settings.LocalView, version int64, err error) {
			if version, err = in.version(); err == nil {
				err = a.shop.SetLocal(ctx, in.Body.Locale, in.Body.TimeZone, version)
			}
			if err != nil {
				return view, 0, err
			}
			return local(ctx)
		})
}

// begins registers what a shop begins with: its unit, and a sample to look at.
func (a resources) begins(api huma.API) {
	whole := func(ctx context.Context, err error) (shop.ShopView, error) {
		if err != nil {
			return shop.ShopView{}, err
		}
		return a.shop.Shop(ctx)
	}
	serve(a, api, office.Decider, replacing("set-unit", "/shop/unit", "Say in which unit new jobs and cards begin"),
		func(ctx context.Context, in *struct {
			Body struct {
				Unit unit.System `json:"unit"`
			}
		}) (shop.ShopView, error) {
			return whole(ctx, a.shop.SetUnit(ctx, in.Body.Unit))
		})
	serve(a, api, office.Decider, creating("load-sample", "/shop/sample",
		"Fill an empty shop with the jobs of an invented one"),
		func(ctx context.Context, _ *struct{}) (shop.ShopView, error) {
			return whole(ctx, a.shop.LoadSample(ctx))
		})
	serve(a, api, office.Decider, removing("remove-sample", "/shop/sample",
		"Take the jobs of the invented shop away again"),
		func(ctx context.Context, _ *struct{}) (shop.ShopView, error) {
			return whole(ctx, a.shop.RemoveSample(ctx))
		})
}
