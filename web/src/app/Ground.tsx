import { type MantineColorScheme, type MantineColorSchemeManager, MantineProvider } from "@mantine/core";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { Unreachable } from "../api/client";
import { lasting } from "../api/storage";
import { theme } from "./theme";

const queries = new QueryClient({
	defaultOptions: {
		queries: { retry: (count, error) => error instanceof Unreachable && count < 3, staleTime: 2_000 },
		mutations: { networkMode: "always" },
	},
});

const nonce = () => document.querySelector<HTMLMetaElement>('meta[name="csp-nonce"]')?.content ?? "";

// The style that holds the page still under a dialog asks for its nonce by this name.
Object.assign(globalThis, { __webpack_nonce__: nonce() });

const GROUND = "mantine-color-scheme-value";

/** Where this browser keeps which ground it shows; Mantine asks for it. */
const ground: MantineColorSchemeManager = {
	get: (otherwise) => (lasting.get(GROUND) as MantineColorScheme | undefined) ?? otherwise,
	set: (value) => void lasting.set(GROUND, value),
	subscribe: () => {},
	unsubscribe: () => {},
	clear: () => lasting.remove(GROUND),
};

/** What every page stands on. */
export function Ground({ children }: { children: ReactNode }) {
	return (
		<MantineProvider theme={theme} defaultColorScheme="auto" colorSchemeManager={ground} getStyleNonce={nonce}>
			<QueryClientProvider client={queries}>{children}</QueryClientProvider>
		</MantineProvider>
	);
}
