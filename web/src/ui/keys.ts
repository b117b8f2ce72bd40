/**
 * The one dispatcher of keys: places and dialogs say here what a key does, and no other code listens to the window. While a place
 * opens, keys are held and handed over in order once it is there: none is lost between paint and handler, and none means what
 * it meant at the place before.
 */

/** A key that is pressed while no field takes it as text. */
export interface Press {
	key: string;
	/** Held down with it: Ctrl on most machines, the command key on others. */
	mod: boolean;
	/** A text field has the focus. */
	typing: boolean;
	/** A dialog is open. */
	dialog: boolean;
	/** Nothing has the focus. */
	nowhere: boolean;
	/** What has the focus has done something already. */
	done: boolean;
}

/** Does what a key means; false where it means nothing here. */
export type Handler = (press: Press) => boolean;

/** The last that was drawn is asked first. */
let handlers: Handler[] = [];
/** How much of what is drawn is still empty. */
let empty = 0;
/** Where the router has gone, and what of that is drawn. */
let bound: () => string | undefined = () => undefined;
let drawn: string | undefined;
let held: { key: string; at: number }[] = [];
let since = 0;
const handedOver = new WeakSet<Event>();

/** Longer than this no place takes to open; what was pressed before was meant for something else. */
const FRESH_MS = 8000;
/** How often it is looked whether a place is there. */
const LOOK_MS = 16;

const isText = (at: EventTarget | null): at is HTMLInputElement | HTMLTextAreaElement =>
	at instanceof HTMLTextAreaElement || (at instanceof HTMLInputElement && !/^(checkbox|radio|button|submit|file)$/.test(at.type));

/** A field that takes a figure: a question mark is none of its characters, and asks for the guide there, too. */
const takes = (at: EventTarget | null, key: string) =>
	isText(at) && !(key === "?" && (at.inputMode === "decimal" || at.inputMode === "numeric"));

const anyDialog = () => document.querySelector('[role="dialog"]') !== null;

/** The dialogs that have had the focus: without it they are closing. */
const entered = new WeakSet<Element>();

/** A dialog that is about to take the focus, or that closes. */
function dialogBetween(): Element | undefined {
	const modal = [...document.querySelectorAll('[role="dialog"][aria-modal="true"]')].at(-1);
	return modal?.contains(document.activeElement) ? undefined : modal;
}

/** Whether a dialog is about to take the focus from a field. */
function dialogOpens(): boolean {
	const modal = dialogBetween();
	return modal !== undefined && !entered.has(modal);
}

/** A key that does something, and is no part of a figure: what it opens is drawn a frame later. */
const COMMAND = /^[a-z?*/]$/i;
/** How many such keys were just taken. */
let taken = 0;

function took() {
	taken++;
	let over = false;
	const end = () => {
		if (!over) taken--;
		over = true;
	};
	requestAnimationFrame(() => setTimeout(end));
	setTimeout(end, 250); // a page that nobody sees has no frames
}

/** Whether another place is on its way, and what is drawn is the one before. */
const leaves = () => drawn !== undefined && bound() !== drawn;

function opens(typing: boolean): boolean {
	const between = typing ? dialogOpens() : drawn === undefined || empty > 0 || dialogBetween() !== undefined;
	const now = leaves() || taken > 0 || between;
	if (!now) since = 0;
	else if (since === 0) since = Date.now();
	// What has not come by now does not come: the page says why.
	return now && Date.now() - since < FRESH_MS;
}

const holdable = (e: KeyboardEvent) =>
	!e.ctrlKey && !e.metaKey && !e.altKey && !e.repeat && (e.key.length === 1 || e.key === "Enter" || e.key === "Backspace");

function onCapture(e: KeyboardEvent) {
	if (handedOver.has(e) || !(holdable(e) || (e.key === "Tab" && held.length > 0))) return;
	if (held.length === 0 && !opens(isText(e.target))) return;
	e.preventDefault();
	e.stopImmediatePropagation();
	held.push({ key: e.key, at: Date.now() });
	if (held.length === 1) setTimeout(handOver, LOOK_MS);
}

/** Hands over what was held, one key after another: each may open another place. */
function handOver() {
	held = held.filter((h) => Date.now() - h.at < FRESH_MS);
	while (held[0] && !opens(isText(document.activeElement))) {
		const { key } = held.shift() as (typeof held)[0];
		deliver(key);
	}
	if (held.length > 0) setTimeout(handOver, LOOK_MS);
}

/** Does what the browser does with a key that nobody took. */
function deliver(key: string) {
	const at = document.activeElement ?? document.body;
	const event = new KeyboardEvent("keydown", { key, bubbles: true, cancelable: true });
	handedOver.add(event);
	if (!at.dispatchEvent(event)) return;
	if (key === "Enter" && at instanceof HTMLButtonElement) at.click();
	else if (key === "Enter" && at instanceof HTMLInputElement) at.form?.requestSubmit();
	else if (isText(at) && (key.length === 1 || key === "Backspace")) write(at, key);
}

function write(field: HTMLInputElement | HTMLTextAreaElement, key: string) {
	const end = field.selectionEnd ?? field.value.length;
	const start = field.selectionStart ?? end;
	if (key === "Backspace") field.setRangeText("", start === end ? Math.max(0, start - 1) : start, end, "end");
	else field.setRangeText(key, start, end, "end");
	field.dispatchEvent(new Event("input", { bubbles: true }));
}

function onKey(e: KeyboardEvent) {
	if (e.altKey || e.repeat) return;
	const press: Press = {
		key: e.key,
		mod: e.ctrlKey || e.metaKey,
		typing: takes(e.target, e.key),
		dialog: anyDialog(),
		nowhere: document.activeElement === document.body || document.activeElement === null,
		done: e.defaultPrevented,
	};
	if (![...handlers].reverse().some((handler) => handler(press))) return;
	e.preventDefault();
	if (COMMAND.test(e.key)) took();
}

export const keys = {
	/** Begins to listen, before anything is drawn. */
	listen() {
		window.addEventListener("keydown", onCapture, { capture: true });
		window.addEventListener("keydown", onKey);
		window.addEventListener("focusin", () => {
			for (const modal of document.querySelectorAll('[role="dialog"]')) {
				if (modal.contains(document.activeElement)) entered.add(modal);
			}
		});
	},
	/** Says who knows where the router has gone. */
	follow(to: () => string) {
		bound = to;
	},
	/** A place is drawn. */
	arrived(at: string) {
		drawn = at;
	},
	/** Something is drawn that is still empty, until the function that is returned is called. */
	comes() {
		empty++;
		let over = false;
		return () => {
			if (!over) empty--;
			over = true;
		};
	},
	/** A field's own key opens a dialog: what is pressed next is for that. */
	opens: took,
	/** Somebody is asked something else first: what was pressed before is no answer to that. */
	forget() {
		held = [];
	},
	/** Adds a handler, until the function that is returned is called. */
	add(handler: Handler) {
		handlers = [...handlers, handler];
		return () => {
			handlers = handlers.filter((h) => h !== handler);
		};
	},
};
