import { afterEach, beforeEach, expect, it, vi } from "vitest";
import { keys, type Press } from "./keys";

const seen: string[] = [];
const press = (key: string, at: Element = document.activeElement ?? document.body) =>
	at.dispatchEvent(new KeyboardEvent("keydown", { key, bubbles: true, cancelable: true }));
const takes = (which: string) =>
	keys.add(({ key }: Press) => {
		if (!which.includes(key)) return false;
		seen.push(key);
		return true;
	});

beforeEach(() => vi.useFakeTimers());
afterEach(() => {
	vi.advanceTimersByTime(20_000);
	vi.useRealTimers();
	seen.length = 0;
	keys.follow(() => "here");
	keys.arrived("here");
	document.body.replaceChildren();
});

it("gives a key to the last that was drawn and takes it", () => {
	const leave = [takes("ab"), takes("b")];
	for (const key of "abc") {
		press(key);
		vi.advanceTimersByTime(40); // what it opens has come
	}
	expect(seen).toEqual(["a", "b"]);
	for (const l of leave) l();
});

it("holds keys while a place opens, and hands them over in order once it is there", () => {
	const before = takes("ion");
	keys.follow(() => "/jobs/1/orders");
	press("i");
	press("o");
	expect(seen).toEqual([]);
	before();
	vi.advanceTimersByTime(100);
	const after = takes("io");
	keys.arrived("/jobs/1/orders");
	vi.advanceTimersByTime(100);
	expect(seen).toEqual(["i", "o"]);
	// What opens a place in its turn leaves the rest for that place.
	let at = "/jobs/1/orders";
	keys.follow(() => at);
	const onward = keys.add(({ key }) => {
		if (key === "n") at = "/jobs/1/verify";
		return key === "n";
	});
	const still = keys.comes();
	press("n");
	press("i");
	still();
	vi.advanceTimersByTime(100);
	expect(seen).toEqual(["i", "o"]);
	keys.arrived("/jobs/1/verify");
	vi.advanceTimersByTime(100);
	expect(seen).toEqual(["i", "o", "i"]);
	after();
	onward();
});

it("types what was held into the field that has the focus then; what a field takes itself is not typed", () => {
	const empty = keys.comes();
	press("4");
	press("l");
	press("2");
	const field = document.createElement("input");
	const looks = vi.fn();
	field.addEventListener("keydown", (e) => {
		if (e.key !== "l") return;
		looks();
		e.preventDefault();
	});
	document.body.append(field);
	field.focus();
	empty();
	vi.advanceTimersByTime(100);
	expect(field.value).toBe("42");
	expect(looks).toHaveBeenCalledOnce();
});

it("keeps the key after one that opens a dialog for that dialog, though the field before it has the focus still", () => {
	const field = document.createElement("input");
	const dialog = document.createElement("div");
	dialog.setAttribute("role", "dialog");
	dialog.setAttribute("aria-modal", "true");
	dialog.tabIndex = -1;
	document.body.append(field);
	field.focus();
	field.addEventListener("keydown", (e) => {
		if (e.key !== "l") return;
		e.preventDefault();
		keys.opens();
		// As a dialog does that comes with a transition: a frame later it is there, and takes the focus after that.
		requestAnimationFrame(() => {
			document.body.append(dialog);
			setTimeout(() => dialog.focus(), 50);
		});
	});
	const leave = keys.add((p) => {
		if (p.key !== "3" || !p.dialog || p.typing) return false;
		seen.push(p.key);
		return true;
	});
	press("l");
	expect(press("3")).toBe(false);
	vi.advanceTimersByTime(20);
	expect(document.querySelector('[role="dialog"]')).toBeTruthy();
	expect(seen).toEqual([]);
	vi.advanceTimersByTime(100);
	expect(seen).toEqual(["3"]);
	expect(field.value).toBe("");
	// While it closes, what is typed into the field is the field's.
	field.focus();
	expect(press("4")).toBe(true);
	leave();
});

it("leaves a field the keys that it takes itself, with Tab in its place among them", () => {
	const field = document.createElement("input");
	field.addEventListener("keydown", (e) => e.key === '"' && e.preventDefault());
	document.body.append(field);
	field.focus();
	press('"');
	expect(press("5")).toBe(true);
	// What is held before a Tab is handed over before it.
	const empty = keys.comes();
	field.blur();
	press("1");
	const entered = vi.fn();
	field.addEventListener("keydown", (e) => e.key === "Tab" && entered(field.value));
	expect(press("Tab")).toBe(false);
	field.focus();
	empty();
	vi.advanceTimersByTime(100);
	expect(entered).toHaveBeenCalledWith("1");
});

it("holds nothing for ever, keeps nobody from typing in a field, and forgets where something else is asked first", () => {
	const leave = takes("x");
	const empty = keys.comes();
	const field = document.createElement("input");
	document.body.append(field);
	field.focus();
	expect(press("x", field)).toBe(false);
	expect(seen).toEqual(["x"]); // a handler that asks for it, at once
	field.blur();
	press("x");
	keys.forget();
	press("x");
	vi.advanceTimersByTime(9000);
	empty();
	vi.advanceTimersByTime(100);
	expect(seen).toEqual(["x"]);
	leave();
});

it("asks for the guide from a field that takes a figure, and writes the question mark where words are written", () => {
	const typed: boolean[] = [];
	const leave = keys.add(({ key, typing }) => {
		if (key === "?") typed.push(typing);
		return key === "?" && !typing;
	});
	for (const mode of ["decimal", "numeric", "text"]) {
		const field = document.createElement("input");
		field.inputMode = mode;
		document.body.append(field);
		press("?", field);
		vi.advanceTimersByTime(40);
	}
	leave();
	expect(typed).toEqual([false, false, true]);
});
