import { Alert, Button, Skeleton, Stack } from "@mantine/core";
import type { UseQueryResult } from "@tanstack/react-query";
import type { ReactNode } from "react";
import look from "../look/look.module.css";
import { appWords } from "../words/app";
import { Bar } from "./Bar";
import { Coming } from "./Coming";

/**
 * Shows what a query brings, a skeleton until then, or why it could not be had. What is at hand stays on the screen, and what
 * is being typed with it, when asking again fails.
 */
export function Load<T>({ query, children }: { query: UseQueryResult<T>; children: (data: T) => ReactNode }) {
	if (query.data !== undefined) return children(query.data);
	return (
		<>
			<Bar />
			{query.error ? (
				<main className={look.page}>
					<Alert title={appWords.thisCouldNotBeLoaded} color="red">
						<Stack align="flex-start">
							{query.error.message}
							<Button variant="default" onClick={() => void query.refetch()}>
								{appWords.tryAgain}
							</Button>
						</Stack>
					</Alert>
				</main>
			) : (
				<Coming>
					<Stack className={look.page} aria-busy="true">
						<Skeleton height={40} width="40%" />
						<Skeleton height={140} />
						<Skeleton height={140} />
					</Stack>
				</Coming>
			)}
		</>
	);
}
