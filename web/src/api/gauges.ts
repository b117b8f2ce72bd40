import { keepPreviousData, queryOptions, useMutation, useQueryClient } from "@tanstack/react-query";
import { client, unwrap } from "./client";
import type { components } from "./schema";

type Schemas = components["schemas"];
export type Instrument = Schemas["InstrumentView"];
export type Facts = Schemas["InstrumentFacts"];
export type Deed = Schemas["InstrumentDeed"];
export type Pattern = Schemas["InstrumentPattern"];
export type StudyResult = Schemas["InstrumentStudyResult"];

/** The shop's instruments. */
export const cabinetQuery = queryOptions({
	queryKey: ["cabinet"],
	queryFn: async (): Promise<Instrument[]> => (await unwrap(client.GET("/api/v1/instruments"))) ?? [],
});

/** Does something with an instrument; without one it tells of a new one. */
export function useInstrument(instrument?: string) {
	const queries = useQueryClient();
	return useMutation({
		mutationFn: async (body: Deed): Promise<Instrument[]> =>
			(await unwrap(
				instrument
					? client.POST("/api/v1/instruments/{instrument}", { params: { path: { instrument } }, body })
					: client.POST("/api/v1/instruments", { body }),
			)) ?? [],
		onSuccess: (list) => queries.setQueryData(cabinetQuery.queryKey, list),
	});
}

/** What a pattern makes of pasted lines. */
export const triedQuery = (pattern: Pattern, lines: string[]) =>
	queryOptions({
		queryKey: ["pattern", pattern, lines],
		enabled: pattern.expression.trim() !== "",
		retry: false,
		placeholderData: keepPreviousData,
		queryFn: async () => (await unwrap(client.POST("/api/v1/instruments/pattern", { body: { pattern, lines } }))) ?? [],
	});
