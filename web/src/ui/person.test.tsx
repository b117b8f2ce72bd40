import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { client, type SessionView, SIGNED_OUT } from "../api/client";
import { type Call, serve, visit } from "../testdata/server";
// What comes when it is wanted is there before: a busy machine reads it for seconds.
import "./AskName";
import "./OwnPassword";
import "./SignIn";
import { PersonProvider, usePerson } from "./person";

beforeEach(() => localStorage.clear());
afterEach(() => {
	document.body.innerHTML = "";
	localStorage.clear();
});

function Bench() {
	const person = usePerson();
	return (
		<main>
			<p>at the bench: {person.name || "nobody"}</p>
			<p>role: {person.role ?? "none"}</p>
			<input aria-label="typed" />
			<button type="button" onClick={person.change}>
				another
			</button>
		</main>
	);
}

const open = () => visit(<Bench />, "/", "/", (page) => <PersonProvider>{page}</PersonProvider>);

/** A server where people sign in; session is who is signed in at the moment. */
function serveSignIn(
	session: SessionView,
	answer: (call: Call) => { status: number; body: unknown } | undefined = () => undefined,
) {
	let now = session;
	const calls = serve((call) => {
		const own = answer(call);
		if (own?.status === 200 && call.method === "POST") now = own.body as SessionView;
		if (own) return own;
		return call.path === "/api/v1/session" ? { status: 200, body: now } : undefined;
	});
	return {
		calls,
		set: (session: SessionView) => {
			now = session;
		},
	};
}

const nobody: SessionView = { required: true, first: false, name: "" };
const wanda: SessionView = { required: true, first: false, name: "Wanda Pell", role: "inspector" };

describe("On one machine", () => {
	it("asks once for a name, by a tap on one of lately, and sends it with every request", async () => {
		const calls = serve();
		open();
		fireEvent.click(await screen.findByRole("button", { name: "Ida Lorn" }));
		expect(await screen.findByText("at the bench: Ida Lorn")).toBeTruthy();
		expect(screen.getByText("role: none")).toBeTruthy();
		let header = "";
		const before = globalThis.fetch;
		globalThis.fetch = async (input, init) => {
			header = new Request(input as Request, init).headers.get("Ledge-Person") ?? "";
			return before(input, init);
		};
		await client.GET("/api/v1/plans");
		expect(decodeURIComponent(header)).toBe("Ida Lorn");
		expect(calls.length).toBeGreaterThan(0);
		document.body.innerHTML = "";
		serve();
		open();
		expect(await screen.findByText("at the bench: Ida Lorn")).toBeTruthy();
		expect(screen.queryByRole("dialog")).toBeNull();
	});
	it("takes a new name, not an empty one, and carries letters beyond the alphabet", async () => {
		serve();
		open();
		const dialog = await screen.findByRole("dialog");
		const start = within(dialog).getByRole("button", { name: "Start" });
		expect((start as HTMLButtonElement).disabled).toBe(true);
		fireEvent.change(await within(dialog).findByLabelText("Your name"), { target: { value: "  Ötto Łan  " } });
		fireEvent.click(start);
		expect(await screen.findByText("at the bench: Ötto Łan")).toBeTruthy();
		await expect(client.GET("/api/v1/plans")).resolves.toBeTruthy();
	});
	it("works on while the server is away: the name is the browser's own", async () => {
		localStorage.setItem("ledge.person", '"Wanda Pell"');
		serve(() => "away");
		open();
		expect(await screen.findByText("at the bench: Wanda Pell")).toBeTruthy();
	});
});

describe("Where people sign in", () => {
	it("shows nothing before, says what is wrong beside its field, and lets in", async () => {
		const { calls } = serveSignIn(nobody, (call) => {
			if (call.method !== "POST") return undefined;
			const right = (call.body as { password: string }).password === "three plain words";
			const message = "Name or password is wrong.";
			return right
				? { status: 200, body: wanda }
				: { status: 401, body: { status: 401, detail: message, errors: [{ location: "body.password", message }] } };
		});
		open();
		expect(await screen.findByText("Sign in to Ledge")).toBeTruthy();
		expect(screen.queryByText(/at the bench/)).toBeNull();
		expect(screen.queryByLabelText("Code")).toBeNull();
		fireEvent.change(screen.getByLabelText("Name"), { target: { value: " Wanda Pell " } });
		fireEvent.change(screen.getByLabelText("Password"), { target: { value: "wrong" } });
		fireEvent.submit(screen.getByRole("button", { name: "Sign in" }).closest("form") as HTMLFormElement);
		expect(await screen.findByText("Name or password is wrong.")).toBeTruthy();
		expect((screen.getByLabelText("Name") as HTMLInputElement).value).toBe(" Wanda Pell ");
		fireEvent.change(screen.getByLabelText("Password"), { target: { value: "three plain words" } });
		fireEvent.submit(screen.getByRole("button", { name: "Sign in" }).closest("form") as HTMLFormElement);
		expect(await screen.findByText("at the bench: Wanda Pell")).toBeTruthy();
		expect(screen.getByText("role: inspector")).toBeTruthy();
		expect(calls.filter((c) => c.method === "POST").at(-1)?.body).toEqual({ name: "Wanda Pell", password: "three plain words" });
	});
	it("creates the owner first, with the code", async () => {
		const { calls } = serveSignIn({ ...nobody, first: true }, (call) =>
			call.path === "/api/v1/owner" ? { status: 200, body: { ...wanda, role: "owner" } } : undefined,
		);
		open();
		fireEvent.change(await screen.findByLabelText("Code"), { target: { value: " abc " } });
		fireEvent.change(screen.getByLabelText("Name"), { target: { value: "Wanda Pell" } });
		fireEvent.change(screen.getByLabelText("Password"), { target: { value: "three plain words" } });
		fireEvent.submit(screen.getByRole("button", { name: "Create the owner" }).closest("form") as HTMLFormElement);
		expect(await screen.findByText("role: owner")).toBeTruthy();
		expect(calls.find((c) => c.path === "/api/v1/owner")?.body).toEqual({
			code: "abc",
			name: "Wanda Pell",
			password: "three plain words",
		});
	});
	it("keeps the page, and what is typed on it, where a session ends", async () => {
		const server = serveSignIn(wanda);
		open();
		const typed = (await screen.findByLabelText("typed")) as HTMLInputElement;
		fireEvent.change(typed, { target: { value: "2.49" } });
		server.set(nobody);
		window.dispatchEvent(new Event(SIGNED_OUT));
		expect(await screen.findByText("Sign in to Ledge")).toBeTruthy();
		expect(document.body.contains(typed)).toBe(true);
		server.set(wanda);
		window.dispatchEvent(new Event(SIGNED_OUT));
		await waitFor(() => expect(screen.queryByText("Sign in to Ledge")).toBeNull());
		expect((screen.getByLabelText("typed") as HTMLInputElement).value).toBe("2.49");
	});
	it("hears from any request that it is signed out", async () => {
		const server = serveSignIn(wanda, (call) =>
			call.path === "/api/v1/plans" ? { status: 401, body: { status: 401, detail: "Sign in first." } } : undefined,
		);
		open();
		await screen.findByText("at the bench: Wanda Pell");
		server.set(nobody);
		await client.GET("/api/v1/plans");
		expect(await screen.findByText("Sign in to Ledge")).toBeTruthy();
	});
});
