import { Button, Group, useMantineColorScheme } from "@mantine/core";
import { useDocumentTitle } from "@mantine/hooks";
import { IconHelp, IconMoon, IconSearch, IconSun, IconUser } from "@tabler/icons-react";
import { lazy, type ReactNode, Suspense } from "react";
import { Link, useLocation } from "react-router";
import look from "../look/look.module.css";
import { appWords } from "../words/app";
import { placeWords } from "../words/places";
import css from "./bar.module.css";
import { find } from "./find";
import { guidePage } from "./guide-page";
import { usePerson } from "./person";
import { QUIET } from "./quiet";

/** Only who signs in has one: it is a fifth of what the first page would take. */
const PersonMenu = lazy(() => import("./PersonMenu"));

export interface BarProps {
	/** The way here: links first, the place itself last. */
	trail?: { text: string; to?: string }[];
	/** What stands at the right, before the person. */
	children?: ReactNode;
}

/** The bar at the top of every place. */
export function Bar({ trail = [], children }: BarProps) {
	const person = usePerson();
	const { colorScheme, setColorScheme } = useMantineColorScheme();
	const night = colorScheme === "dark";
	useDocumentTitle(placeWords.title((trail.length > 1 ? trail.slice(1) : trail).map((t) => t.text)));
	return (
		<header className={css.bar}>
			<Link to="/" className={css.home}>
				<svg width="20" height="22" viewBox="0 0 20 22" aria-hidden="true">
					<path d="M1 0h9v13h9v9H1z" fill="var(--blue)" />
				</svg>
				{appWords.ledge}
			</Link>
			<nav className={css.trail} aria-label={appWords.whereYouAre}>
				{trail.map((t, i) =>
					t.to ? (
						<Link key={t.text} to={t.to} className={look.soft}>
							{t.text}
						</Link>
					) : (
						<span key={t.text} aria-current={i === trail.length - 1 ? "page" : undefined} className={css.here}>
							{t.text}
						</span>
					),
				)}
			</nav>
			<Group gap="xs" ml="auto" wrap="wrap" miw={0} maw="100%">
				{children}
				<Button {...QUIET} visibleFrom="sm" aria-label={appWords.find} title={appWords.findKeys} onClick={find}>
					<IconSearch size={18} />
				</Button>
				<Button
					{...QUIET}
					visibleFrom="sm"
					component="a"
					href={guidePage(useLocation().pathname)}
					target="_blank"
					rel="noreferrer"
					aria-label={appWords.guide}
					title={appWords.guide}
				>
					<IconHelp size={18} />
				</Button>
				{person.role ? (
					<Suspense fallback={<NameButton />}>
						<PersonMenu />
					</Suspense>
				) : (
					<NameButton />
				)}
				<Button
					variant="subtle"
					size="compact-md"
					color="gray"
					c="var(--ink)"
					aria-label={night ? appWords.lightMode : appWords.darkMode}
					onClick={() => setColorScheme(night ? "light" : "dark")}
				>
					{night ? <IconSun size={18} /> : <IconMoon size={18} />}
				</Button>
			</Group>
		</header>
	);
}

function NameButton() {
	const person = usePerson();
	return (
		<Button {...QUIET} leftSection={<IconUser size={16} />} onClick={person.change}>
			{person.name || appWords.yourName}
		</Button>
	);
}
