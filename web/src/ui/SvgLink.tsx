import type { ReactNode } from "react";
import { useNavigate } from "react-router";

export interface SvgLinkProps {
	to: string;
	/** What it leads to and how that stands, for people who cannot see the drawing. */
	label: string;
	/** Leave it out of the tab order where the keyboard has a shorter way. @default false */
	aside?: boolean;
	children: ReactNode;
}

/** A link inside a drawing; a real address, followed without loading the page anew. */
export function SvgLink({ to, label, aside = false, children }: SvgLinkProps) {
	const go = useNavigate();
	return (
		<a
			href={to}
			aria-label={label}
			tabIndex={aside ? -1 : undefined}
			onClick={(e) => {
				if (e.ctrlKey || e.metaKey || e.shiftKey) return;
				e.preventDefault();
				void go(to);
			}}
		>
			{children}
		</a>
	);
}
