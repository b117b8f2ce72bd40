import type { Link } from "./line";

/** What of the browser's serial ports is used; the language's own types do not know them yet. */
interface SerialPort {
	open(options: { baudRate: number; dataBits?: number; stopBits?: number; parity?: string }): Promise<void>;
	close(): Promise<void>;
	readonly readable: ReadableStream<Uint8Array> | null;
	readonly writable: WritableStream<Uint8Array> | null;
}
interface Serial {
	getPorts(): Promise<SerialPort[]>;
	requestPort(): Promise<SerialPort>;
}

const serial = (): Serial | undefined => (navigator as Navigator & { serial?: Serial }).serial;

/** Whether this browser, at this address, reads serial ports: only on this machine itself, or over TLS. */
export const canReadPorts = (): boolean => serial() !== undefined;

/** Lets the person choose the port; false where they did not. It takes a click or a key of theirs. */
export async function choosePort(): Promise<boolean> {
	const ports = serial();
	if (!ports) return false;
	if ((await ports.getPorts()).length > 0) return true;
	return ports.requestPort().then(
		() => true,
		() => false,
	);
}

/** The port that is open. */
let current: SerialPort | undefined;

/** Asks the gauge at the port for a reading. */
export const askGauge = async (request: string) => {
	if (current) await ask(current, request);
};

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** Cuts what is asked of a gauge into bytes, as the server does: \r, \n, \t, \\ and \xHH. */
export function bytesOf(request: string): Uint8Array {
	const text = request.replace(/\\(x[0-9a-fA-F]{2}|[rnt\\])/g, (_, code: string) =>
		code.startsWith("x")
			? String.fromCharCode(Number.parseInt(code.slice(1), 16))
			: ({ r: "\r", n: "\n", t: "\t" }[code] ?? "\\"),
	);
	return Uint8Array.from(text, (c) => c.charCodeAt(0));
}

/**
 * What a port of this machine says, as it comes; what comes while the last is dealt with is given together. A port that is pulled out is
 * tried again until the signal ends it.
 */
export async function* serialBytes(link: Link, signal: AbortSignal): AsyncGenerator<Uint8Array<ArrayBuffer>> {
	while (!signal.aborted) {
		const port = (await serial()?.getPorts())?.[0];
		try {
			await port?.open({
				baudRate: link.baud || 9600,
				dataBits: link.data_bits || 8,
				stopBits: link.stop_bits === "2" ? 2 : 1,
				parity: link.parity === "even" || link.parity === "odd" ? link.parity : "none",
			});
			current = port;
			if (port?.readable) yield* readPort(port, link, signal);
		} catch {
			// It is not there: tried again below.
		}
		current = undefined;
		await pause(500);
	}
}

async function* readPort(port: SerialPort, link: Link, signal: AbortSignal): AsyncGenerator<Uint8Array<ArrayBuffer>> {
	const reader = port.readable?.getReader();
	if (!reader) return;
	const stop = () => void reader.cancel().catch(() => undefined);
	signal.addEventListener("abort", stop);
	const asking = link.request && link.every ? setInterval(() => void ask(port, link.request ?? ""), link.every) : undefined;
	let waiting: number[] = [];
	let open = true;
	let wake = () => {};
	const reading = (async () => {
		try {
			for (;;) {
				const { done, value } = await reader.read();
				if (done) break;
				// What a line sends faster than it can be passed on is dropped, the oldest first.
				waiting = [...waiting, ...value].slice(-32_768);
				wake();
			}
		} catch {
			// Pulled out.
		}
		open = false;
		wake();
	})();
	try {
		while (open || waiting.length > 0) {
			if (waiting.length === 0) await new Promise<void>((resolve) => (wake = resolve));
			const bytes = Uint8Array.from(waiting);
			waiting = [];
			if (bytes.length > 0) yield bytes;
		}
	} finally {
		clearInterval(asking);
		signal.removeEventListener("abort", stop);
		stop();
		await reading;
		reader.releaseLock();
		await port.close().catch(() => undefined);
	}
}

async function ask(port: SerialPort, request: string) {
	const writer = port.writable?.getWriter();
	await writer?.write(bytesOf(request)).catch(() => undefined);
	writer?.releaseLock();
}
