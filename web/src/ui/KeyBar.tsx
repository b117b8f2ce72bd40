import { Fragment } from "react";
import css from "./bar.module.css";

/** A key, what it does, and whether it does that here. */
export type KeyHint = readonly [key: string, text: string, here?: boolean];

/** The keys of a place, along its lower edge. */
export function KeyBar({ keys }: { keys: readonly KeyHint[] }) {
	return (
		<footer className={`${css.bar} ${css.keys}`}>
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
