import { Button, Group } from "@mantine/core";
import type { ReactNode } from "react";
import type { FeatureView, JobView } from "../../api/client";
import { wordOf } from "../../api/table";
import { findingOf } from "../../api/view";
import look from "../../look/look.module.css";
import type { System } from "../../quantity/length";
import { PhotoButton } from "../../ui/Photos";
import { benchWords } from "../../words/bench";
import type { DialogName } from "./BenchDialogs";
import css from "./bench.module.css";
import { benchOf } from "./keys";
import { Measures } from "./Measures";
import { Tape } from "./Tape";
import type { Entry } from "./use-taker";

export interface BenchSideProps {
	view: JobView;
	feature: FeatureView;
	system: System;
	/** What was entered and is not with the server yet. */
	waiting: Entry[];
	/** The cells, where they stand here. */
	table: ReactNode;
	open: (dialog: DialogName) => void;
}

/** What the readings mean, and the tape. */
export function BenchSide({ view, feature, system, waiting, table, open }: BenchSideProps) {
	const { beside } = benchOf(feature);
	return (
		<aside aria-label={benchWords.whatItMeans}>
			{beside ? <div className={css.cells}>{table}</div> : null}
			<Measures view={view} feature={feature} finding={findingOf(view, feature)} system={system} />
			<Group gap="xs" my={6}>
				{beside ? null : (
					<Button size="compact-md" variant="default" onClick={() => open("look")}>
						{benchWords.graded(feature.look ? wordOf("look", feature.look) : undefined)}
					</Button>
				)}
				<Button size="compact-md" variant="default" onClick={() => open("skip")}>
					{benchWords.skipWithReason}
				</Button>
				<PhotoButton view={view} part={feature} />
			</Group>
			{feature.blind ? <p className={look.soft}>{benchWords.thisPlanCannotSee(feature.blind)}</p> : null}
			<Tape feature={feature} gauges={view.gauges} system={system} waiting={waiting} />
		</aside>
	);
}
