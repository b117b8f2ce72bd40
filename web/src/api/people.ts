import { queryOptions, useMutation, useQueryClient } from "@tanstack/react-query";
import { ifMatch } from "./changes";
import { client, type PersonBody, settle, unwrap } from "./client";

/** Who is signed in, and whether anybody has to be. */
export const sessionQuery = queryOptions({
	queryKey: ["session"],
	queryFn: () => unwrap(client.GET("/api/v1/session")),
	staleTime: 60_000,
});

/** Who was at the bench lately. */
export const namesQuery = queryOptions({ queryKey: ["names"], queryFn: () => unwrap(client.GET("/api/v1/names")) });

export const peopleQuery = queryOptions({ queryKey: ["people"], queryFn: () => unwrap(client.GET("/api/v1/people")) });

/** Signs in; with a code, creates the owner first. */
export function useSignIn() {
	const queries = useQueryClient();
	return useMutation({
		mutationFn: ({ code, ...body }: { name: string; password: string; code?: string }) =>
			code === undefined
				? unwrap(client.POST("/api/v1/session", { body }))
				: unwrap(client.POST("/api/v1/owner", { body: { ...body, code } })),
		onSuccess: (session) => {
			queries.setQueryData(sessionQuery.queryKey, session);
			void queries.invalidateQueries();
		},
	});
}

/** Gives who is signed in a password of their own. */
export function useChangePassword() {
	const queries = useQueryClient();
	return useMutation({
		mutationFn: (body: { old: string; password: string }) => unwrap(client.PUT("/api/v1/session/password", { body })),
		onSuccess: (session) => {
			queries.setQueryData(sessionQuery.queryKey, session);
			void queries.invalidateQueries();
		},
	});
}

export function useSignOut() {
	const queries = useQueryClient();
	return useMutation({
		mutationFn: () => settle(client.DELETE("/api/v1/session")),
		onSuccess: () => queries.resetQueries(),
	});
}

/** Lets somebody sign in, or changes what they may do. */
export function useSetPerson() {
	const queries = useQueryClient();
	return useMutation({
		mutationFn: ({ id, version = 0, ...body }: PersonBody & { id?: number; version?: number }) =>
			id === undefined
				? unwrap(client.POST("/api/v1/people", { body }))
				: unwrap(client.PUT("/api/v1/people/{person}", { params: { path: { person: id }, header: ifMatch(version) }, body })),
		onSuccess: (people) => {
			queries.setQueryData(peopleQuery.queryKey, people);
			void queries.invalidateQueries({ queryKey: sessionsQuery.queryKey });
		},
	});
}

/** In which browsers people are signed in. */
export const sessionsQuery = queryOptions({ queryKey: ["sessions"], queryFn: () => unwrap(client.GET("/api/v1/sessions")) });

/** Signs a browser out. */
export function useEndSession() {
	const queries = useQueryClient();
	return useMutation({
		mutationFn: (session: string) => unwrap(client.DELETE("/api/v1/sessions/{session}", { params: { path: { session } } })),
		onSuccess: (sessions) => queries.setQueryData(sessionsQuery.queryKey, sessions),
	});
}
