export interface Point {
	cost: number;
	days: number;
	/** How far off its target, in thousandths of half the window. */
	off: number;
}

export interface TradeoffGeometry {
	points: { x: number; y: number; r: number }[];
	xTicks: { x: number; days: number }[];
	yTicks: { y: number; cost: number }[];
}

/** Cost upwards, days to the right; the nearer to its target, the larger a point. */
export function tradeoffGeometry(points: Point[], width: number, height: number): TradeoffGeometry {
	const span = (values: number[]) => {
		const [low, high] = [Math.min(...values), Math.max(...values)];
		const margin = Math.max((high - low) * 0.15, high * 0.03, 1);
		return [low - margin, high + margin] as const;
	};
	const [d0, d1] = span(points.map((p) => p.days));
	const [c0, c1] = span(points.map((p) => p.cost));
	const x = (days: number) => ((days - d0) / (d1 - d0)) * width;
	const y = (cost: number) => height - ((cost - c0) / (c1 - c0)) * height;
	const unique = (values: number[]) => [...new Set(values)].sort((a, b) => a - b);
	const costs = unique(points.map((p) => p.cost));
	return {
		points: points.map((p) => ({ x: x(p.days), y: y(p.cost), r: 6 + 7 * Math.max(0, 1 - p.off / 1000) })),
		xTicks: unique(points.map((p) => p.days)).map((days) => ({ days, x: x(days) })),
		yTicks: [costs[0], costs[costs.length - 1]].flatMap((cost, i) =>
			cost === undefined || (i === 1 && costs.length === 1) ? [] : [{ cost, y: y(cost) }],
		),
	};
}
