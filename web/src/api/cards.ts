import { keepPreviousData, queryOptions, useMutation, useQueryClient } from "@tanstack/react-query";
import { client, unwrap } from "./client";
import { at } from "./queries";
import type { components } from "./schema";

type Schemas = components["schemas"];
export type EngineCard = Schemas["OfficeCard"];
export type CardLine = Schemas["CardLine"];
export type CardBody = Schemas["CardBody"];
export type LimitTable = Schemas["ExchangeLimitTable"];

/** The engine cards, and the jobs that others can be made of. */
export const cardsQuery = queryOptions({ queryKey: ["cards"], queryFn: () => unwrap(client.GET("/api/v1/cards")) });

/** All versions of a card, the newest first. */
export const cardQuery = (card: string) =>
	queryOptions({
		queryKey: ["cards", card],
		queryFn: () => unwrap(client.GET("/api/v1/cards/{card}", { params: { path: { card } } })),
	});

/** The version of a card that a job took, and a newer one where there is one. */
export const cardTakenQuery = (id: number) =>
	queryOptions({
		queryKey: ["cards", "taken", id],
		queryFn: () => unwrap(client.GET("/api/v1/jobs/{id}/card-taken", { params: at(id) })),
	});

/** What a spreadsheet's clipboard says as limits; nothing is stored. */
export const limitTableQuery = (body: Schemas["TableBody"]) =>
	queryOptions({
		queryKey: ["limit-table", body],
		queryFn: () => unwrap(client.POST("/api/v1/limit-tables/read", { body })),
		placeholderData: keepPreviousData,
		gcTime: 10_000,
		retry: false,
	});

/** A set of limits as a spreadsheet takes it. */
export const tableText = async (body: Schemas["WriteTableBody"]) =>
	(await unwrap(client.POST("/api/v1/limit-tables/write", { body }))).text;

/** Saves a new card, or the next version of one. */
export function useSaveCard(card: string | undefined) {
	const queries = useQueryClient();
	return useMutation({
		mutationFn: (body: CardBody) =>
			unwrap(
				card
					? client.POST("/api/v1/cards/{card}/versions", { params: { path: { card } }, body })
					: client.POST("/api/v1/cards", { body }),
			),
		onSuccess: () => queries.invalidateQueries({ queryKey: ["cards"] }),
	});
}

/** Offers a card no more, or again. */
export function useWithdrawCard(card: string) {
	const queries = useQueryClient();
	return useMutation({
		mutationFn: (body: { id: string; withdrawn: boolean }) =>
			unwrap(client.POST("/api/v1/cards/{card}/withdrawals", { params: { path: { card } }, body })),
		onSuccess: () => queries.invalidateQueries({ queryKey: ["cards"] }),
	});
}
