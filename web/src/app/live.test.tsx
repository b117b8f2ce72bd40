import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, cleanup, render } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { useLive } from "./live";

/** Stands in for the line to the server. */
class Line extends EventTarget {
	static open: Line[] = [];
	closed = false;
	constructor(readonly url: string) {
		super();
		Line.open.push(this);
	}
	close() {
		this.closed = true;
	}
	tell(job: number) {
		this.dispatchEvent(new MessageEvent("job", { data: String(job) }));
	}
}

const Listening = ({ signedIn }: { signedIn: boolean }) => {
	useLive(signedIn);
	return null;
};

let asked: string[] = [];

function listen(signedIn = true) {
	const queries = new QueryClient();
	vi.spyOn(queries, "invalidateQueries").mockImplementation(async (filters) => {
		asked.push(JSON.stringify(filters?.queryKey ?? "everything"));
	});
	const page = render(
		<QueryClientProvider client={queries}>
			<Listening signedIn={signedIn} />
		</QueryClientProvider>,
	);
	return { page, line: Line.open.at(-1) as Line };
}

const jobs = () => asked.filter((key) => key.startsWith('["job",')).length;

beforeEach(() => {
	vi.useFakeTimers();
	vi.stubGlobal("EventSource", Line);
	Line.open = [];
	asked = [];
});
afterEach(() => {
	cleanup();
	vi.useRealTimers();
	vi.unstubAllGlobals();
	vi.restoreAllMocks();
	Object.defineProperty(document, "hidden", { value: false, configurable: true });
});

describe("Other benches", () => {
	it("are asked after once for a burst, each job of it", () => {
		const { line } = listen();
		for (let i = 0; i < 5; i++) line.tell(4);
		line.tell(7);
		expect(asked).toEqual([]);
		vi.advanceTimersByTime(301);
		expect(asked).toContain('["job",4]');
		expect(asked).toContain('["job",7]');
		expect(asked).toContain('["jobs"]');
		expect(jobs()).toBe(2);
	});
	it("are seen within a second though they never pause", () => {
		const { line } = listen();
		for (let ms = 0; ms < 950; ms += 50) {
			line.tell(4);
			vi.advanceTimersByTime(50);
		}
		expect(jobs()).toBeGreaterThanOrEqual(1);
		expect(jobs()).toBeLessThanOrEqual(2);
	});
	it("are asked after anew once a cut line is back, since nothing is told twice", () => {
		const { line } = listen();
		act(() => void line.dispatchEvent(new Event("open")));
		expect(asked).toEqual([]);
		act(() => void line.dispatchEvent(new Event("open")));
		expect(asked).toEqual(['"everything"']);
	});
	it("are not listened to by a page that nobody sees, nor before signing in, nor after leaving", () => {
		const { page, line } = listen();
		Object.defineProperty(document, "hidden", { value: true, configurable: true });
		document.dispatchEvent(new Event("visibilitychange"));
		expect(line.closed).toBe(true);
		expect(Line.open).toHaveLength(1);
		Object.defineProperty(document, "hidden", { value: false, configurable: true });
		document.dispatchEvent(new Event("visibilitychange"));
		expect(Line.open).toHaveLength(2);
		page.unmount();
		expect(Line.open[1]?.closed).toBe(true);
		listen(false);
		expect(Line.open).toHaveLength(2);
	});
});
