import { Fragment } from "react";

/** A key, what it does, and whether it does that here. */
export type KeyHint = readonly [key: string, text: string, here?: boolean];

/** The keys of a place, along its lower edge. */
export function KeyBar({ keys }: { keys: readonly KeyHint[] }) {
	return (
		<footer className="bar keys">
			{keys.map(([key, text, here = true]) => (
				<Fragment key={key}>
					{here ? (
						<span>
							<kbd>{key}</kbd>
							{text}
						</span>
					) : null}
				</Fragment>
			))}
		</footer>
	);
}
