import { QueryClient, QueryClientProvider, queryOptions, useQuery } from "@tanstack/react-query";
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { afterEach, expect, it } from "vitest";
import { serve, visit } from "../testdata/server";
import { Load } from "./Load";

afterEach(() => {
	document.body.innerHTML = "";
});

/** A place that shows what a query brings, beside something typed. */
function place(ask: () => Promise<string>) {
	const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
	const query = queryOptions({ queryKey: ["it"], queryFn: ask });
	const Place = () => (
		<Load query={useQuery(query)}>
			{(text) => (
				<main>
					<p>{text}</p>
					<input aria-label="typed" />
				</main>
			)}
		</Load>
	);
	serve();
	visit(<Place />, "/", "/", (page) => <QueryClientProvider client={queries}>{page}</QueryClientProvider>);
	return { queries, query };
}

it("shows what is at hand though asking again fails, and what is typed with it", async () => {
	let answers = ["first", "away", "third"];
	const { queries, query } = place(async () => {
		const [next = "", ...rest] = answers;
		answers = rest;
		if (next === "away") throw new Error("The server does not answer.");
		return next;
	});
	expect(await screen.findByText("first")).toBeTruthy();
	const typed = screen.getByLabelText("typed") as HTMLInputElement;
	fireEvent.change(typed, { target: { value: "2.49" } });
	await queries.invalidateQueries(query);
	expect(queries.getQueryState(query.queryKey)?.status).toBe("error");
	expect(screen.getByText("first")).toBeTruthy();
	await queries.invalidateQueries(query);
	expect(await screen.findByText("third")).toBeTruthy();
	expect((screen.getByLabelText("typed") as HTMLInputElement).value).toBe("2.49");
	expect(document.body.contains(typed)).toBe(true);
});

it("says why nothing could be had, and tries again", async () => {
	let away = true;
	place(async () => {
		if (away) throw new Error("The server does not answer.");
		return "there";
	});
	expect(await screen.findByText("The server does not answer.")).toBeTruthy();
	away = false;
	fireEvent.click(screen.getByRole("button", { name: "Try again" }));
	await waitFor(() => expect(screen.getByText("there")).toBeTruthy());
});
