import { Fragment, type ReactNode } from "react";

interface RichProps {
	/** A whole sentence; what stands in braces is put in. */
	text: string;
	[name: string]: ReactNode;
}

/** A sentence with links, figures or emphasis in it: "Ready on {day}." */
export function Rich({ text, ...parts }: RichProps) {
	return text.split(/\{(\w+)\}/).map((piece, i) => (i % 2 === 0 ? piece : <Fragment key={piece}>{parts[piece]}</Fragment>));
}
