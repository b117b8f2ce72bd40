package db

import (
	"context"
	"errors"
)

// ErrNobody is returned by every change that nobody is named for: what is stored always tells who did it.
var ErrNobody = errors.New("a change needs the name of a person")

type actorKey struct{}

// As says who asks. It is the only way in which a name comes to what a change stores.
func As(ctx context.Context, name string) context.Context {
	return context.WithValue(ctx, actorKey{}, name)
}

// Actor is who asks; empty where nobody was named.
func Actor(ctx context.Context) string {
	name, _ := ctx.Value(actorKey{}).(string)
	return name
}
