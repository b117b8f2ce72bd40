import type { Page } from "@playwright/test";
import { wholeEngine } from "./whole";

wholeEngine({
	name: "keyboard",
	hand: (page: Page) => ({
		text: (text) => page.keyboard.type(text),
		enter: () => page.keyboard.press("Enter"),
		next: () => page.keyboard.press("n"),
	}),
});
