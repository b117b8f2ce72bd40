import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { afterEach, describe, expect, it } from "vitest";
import type { Person, PersonBody } from "../../api/client";
import { type Call, serve, visit } from "../../testdata/server";
import { PeoplePlace } from ".";

afterEach(() => {
	document.body.innerHTML = "";
});

const person = (id: number, name: string, role: Person["role"], barred = false): Person => ({
	id,
	name,
	role,
	barred,
	version: 1,
	added_by: "Ida Lorn",
	added_at: "2026-11-23T10:00:00Z",
});

const people = [person(1, "Ida Lorn", "owner"), person(2, "Wanda Pell", "inspector"), person(3, "Otto Brandt", "viewer", true)];

const changes = (calls: Call[]) =>
	calls.filter((c) => c.method !== "GET").map((c) => ({ path: c.path, ...(c.body as PersonBody) }));

const serveP = (refuse?: (call: Call) => { status: number; body: unknown } | undefined) =>
	serve((call) => (call.path.startsWith("/api/v1/people") ? (refuse?.(call) ?? { status: 200, body: people }) : undefined));

describe("People", () => {
	it("says who may do what, and who is barred", async () => {
		serveP();
		visit(<PeoplePlace />, "/people", "/people");
		const row = await screen.findByRole("row", { name: /Otto Brandt/ });
		expect(within(row).getByText("deactivated")).toBeTruthy();
		expect(within(row).getByRole("button", { name: "Reactivate Otto Brandt" })).toBeTruthy();
		expect((screen.getByRole("combobox", { name: "What Wanda Pell may do" }) as HTMLInputElement).value).toMatch(/^Inspector/);
	});
	it("changes one thing at a time and leaves the rest as it is", async () => {
		const calls = serveP();
		visit(<PeoplePlace />, "/people", "/people");
		fireEvent.click(await screen.findByRole("button", { name: "Deactivate Wanda Pell" }));
		await waitFor(() => expect(changes(calls)).toHaveLength(1));
		expect(changes(calls)[0]).toEqual({ path: "/api/v1/people/2", name: "Wanda Pell", role: "inspector", barred: true });
		fireEvent.change(screen.getByLabelText("New password for Wanda Pell"), { target: { value: "another long one" } });
		fireEvent.click(within(screen.getByRole("row", { name: /^Wanda Pell/ })).getByRole("button", { name: "Set" }));
		await waitFor(() => expect(changes(calls)).toHaveLength(2));
		expect(changes(calls)[1]).toMatchObject({ role: "inspector", barred: false, password: "another long one" });
		await waitFor(() => expect((screen.getByLabelText("New password for Wanda Pell") as HTMLInputElement).value).toBe(""));
		fireEvent.click(screen.getByRole("combobox", { name: "What Wanda Pell may do" }));
		fireEvent.click(await screen.findByRole("option", { name: /^Decider/ }));
		await waitFor(() => expect(changes(calls)[2]).toMatchObject({ path: "/api/v1/people/2", role: "decider" }));
		expect(changes(calls)[2]).not.toHaveProperty("password");
	});
	it("puts the server's sentence beside the person or the field, and keeps what was typed", async () => {
		serveP((call) => {
			if (call.method === "PUT")
				return { status: 409, body: { status: 409, detail: "One owner must stay who can let others in." } };
			if (call.method === "POST")
				return {
					status: 422,
					body: {
						status: 422,
						detail: "short",
						errors: [{ location: "body.password", message: "A password has at least 10 characters." }],
					},
				};
			return undefined;
		});
		visit(<PeoplePlace />, "/people", "/people");
		fireEvent.click(await screen.findByRole("button", { name: "Deactivate Ida Lorn" }));
		expect(await within(screen.getByRole("row", { name: /^Ida Lorn/ })).findByText(/One owner must stay/)).toBeTruthy();
		const add = screen.getByRole("region", { name: "Add a person" });
		fireEvent.change(within(add).getByLabelText("Name"), { target: { value: "Vera" } });
		fireEvent.change(within(add).getByLabelText("First password"), { target: { value: "short" } });
		fireEvent.submit(within(add).getByRole("button", { name: "Add" }).closest("form") as HTMLFormElement);
		expect(await within(add).findByText("A password has at least 10 characters.")).toBeTruthy();
		expect((within(add).getByLabelText("Name") as HTMLInputElement).value).toBe("Vera");
	});
	it("empties the form once somebody is in", async () => {
		const calls = serveP((call) =>
			call.method === "POST" ? { status: 201, body: [...people, person(4, "Vera", "inspector")] } : undefined,
		);
		visit(<PeoplePlace />, "/people", "/people");
		const add = await screen.findByRole("region", { name: "Add a person" });
		fireEvent.change(within(add).getByLabelText("Name"), { target: { value: " Vera " } });
		fireEvent.change(within(add).getByLabelText("First password"), { target: { value: "a password of hers" } });
		fireEvent.submit(within(add).getByRole("button", { name: "Add" }).closest("form") as HTMLFormElement);
		expect(await screen.findByRole("row", { name: /Vera/ })).toBeTruthy();
		expect(changes(calls)[0]).toEqual({
			path: "/api/v1/people",
			name: "Vera",
			role: "inspector",
			password: "a password of hers",
			barred: false,
		});
		expect((within(add).getByLabelText("Name") as HTMLInputElement).value).toBe("");
	});
});
