import { keepPreviousData, queryOptions, useMutation, useQueryClient } from "@tanstack/react-query";
import { client, unwrap } from "./client";
import type { components } from "./schema";

type Schemas = components["schemas"];
export type Instrument = Schemas["InstrumentView"];
export type Facts = Schemas["InstrumentFacts"];
export type Deed = Schemas["InstrumentDeed"];
export type Pattern = Schemas["InstrumentPattern"];
export type DoubtedJob = Schemas["DoubtedJob"];
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

/** Takes off readings of a job what a check found their instrument to show too much. */
export function useMove(instrument: string) {
	const queries = useQueryClient();
	return useMutation({
		mutationFn: async (body: Schemas["MoveBody"]): Promise<Instrument[]> =>
			(await unwrap(client.POST("/api/v1/instruments/{instrument}/moved", { params: { path: { instrument } }, body }))) ?? [],
		onSuccess: (list) => queries.setQueryData(cabinetQuery.queryKey, list),
	});
}

export type Link = Schemas["InstrumentLink"];

/** Says how an instrument is connected. */
export function useWire(instrument: string) {
	const queries = useQueryClient();
	return useMutation({
		mutationFn: async (body: Deed): Promise<Instrument[]> =>
			(await unwrap(client.POST("/api/v1/instruments/{instrument}/link", { params: { path: { instrument } }, body }))) ?? [],
		onSuccess: (list) => queries.setQueryData(cabinetQuery.queryKey, list),
	});
}

/** The serial ports of the machine that Ledge runs on. */
export const portsQuery = queryOptions({
	queryKey: ["ports"],
	queryFn: async (): Promise<string[]> => (await unwrap(client.GET("/api/v1/ports"))) ?? [],
});

/** A preview keeps nothing: its deed has no name. */
const NO_ID = "00000000-0000-0000-0000-000000000000";

/** Which verdicts and decisions of open jobs would be others with what a spread or a study found. */
export const previewQuery = (instrument: string, deed: Omit<Deed, "id"> | undefined) =>
	queryOptions({
		queryKey: ["cabinet", instrument, "preview", deed],
		enabled: deed !== undefined,
		retry: false,
		queryFn: async () =>
			unwrap(
				client.POST("/api/v1/instruments/{instrument}/preview", {
					params: { path: { instrument } },
					body: { id: NO_ID, what: "spread", ...deed },
				}),
			),
	});

/** What a pattern makes of pasted lines. */
export const triedQuery = (pattern: Pattern, text: string) =>
	queryOptions({
		queryKey: ["pattern", pattern, text],
		enabled: pattern.expression.trim() !== "",
		retry: false,
		placeholderData: keepPreviousData,
		queryFn: async () => (await unwrap(client.POST("/api/v1/instruments/pattern", { body: { pattern, text } }))) ?? [],
	});
