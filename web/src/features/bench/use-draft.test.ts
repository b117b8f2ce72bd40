import { act, renderHook } from "@testing-library/react";
import { expect, it } from "vitest";
import { useDraft } from "./use-draft";

const pin = { job: 4, kind: "rod_journal", number: 2, state: "as_found" } as const;
const first = () => ({ station: 0, direction: 0 });

it("forgets what was taken, though the part is left in the same breath, as a round leaves it", () => {
	const { result, unmount } = renderHook(() => useDraft(pin, first));
	act(() => result.current.setTyped("86"));
	expect(localStorage).toHaveLength(1);
	act(() => {
		result.current.setTyped("");
		unmount();
	});
	expect(localStorage).toHaveLength(0);
	expect(renderHook(() => useDraft(pin, first)).result.current.typed).toBe("");
});
