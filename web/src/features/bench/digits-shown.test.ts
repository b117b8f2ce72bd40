import { expect, it } from "vitest";
import { parse } from "../../quantity/length";
import { digitsShown } from "./digits-shown";

const size = (text: string) => {
	const parsed = parse(text, "in");
	return { size: parsed.ok ? parsed.length : 0, own: true };
};

it("puts the typed digits behind the ones they complete", () => {
	expect(digitsShown("", size("2.4983"), "in")).toEqual({ ghost: "2.4983", typed: "" });
	expect(digitsShown("82", size("2.4983"), "in")).toEqual({ ghost: "2.49", typed: "82" });
	expect(digitsShown("01", size("2.4999"), "in")).toEqual({ ghost: "2.50", typed: "01" });
	expect(digitsShown("24982", size("2.4983"), "in")).toEqual({ ghost: "", typed: "2.4982" });
	expect(digitsShown("2.4", size("2.4983"), "in")).toEqual({ ghost: "", typed: "2.4" });
	expect(digitsShown("8", size("2.4983"), "in")).toEqual({ ghost: "2.498", typed: "8" });
	expect(digitsShown("583", undefined, "in")).toEqual({ ghost: "", typed: "583" });
});
