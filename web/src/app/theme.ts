import { createTheme, type MantineColorsTuple } from "@mantine/core";
import table from "../look/table.module.css";

/** The dye machinists scribe on: what can be acted on. */
const layout: MantineColorsTuple = [
	"#efedfb",
	"#dbd7f5",
	"#b6aeeb",
	"#9084e0",
	"#6f61d4",
	"#5445c4",
	"#3a2fa6",
	"#30278c",
	"#272072",
	"#1d1856",
];

export const theme = createTheme({
	primaryColor: "layout",
	primaryShade: { light: 6, dark: 4 },
	colors: { layout },
	fontFamily: '"Atkinson Hyperlegible Next Variable", sans-serif',
	fontFamilyMonospace: '"Atkinson Hyperlegible Mono Variable", monospace',
	headings: { fontFamily: '"Atkinson Hyperlegible Next Variable", sans-serif', fontWeight: "700" },
	defaultRadius: "sm",
	fontSizes: { xs: "0.875rem", sm: "0.9375rem", md: "1rem", lg: "1.125rem", xl: "1.375rem" },
	autoContrast: true,
	// By name: to import them here would bring them, and all that they need, to a customer's link.
	respectReducedMotion: true,
	components: {
		Alert: { styles: { title: { color: "var(--ink)" }, message: { color: "var(--ink)" } } },
		Anchor: { defaultProps: { c: "var(--blue)", underline: "always" } },
		SegmentedControl: { classNames: { label: table.segment } },
		Table: {
			defaultProps: { withRowBorders: false },
			classNames: { table: table.table, th: table.th, td: table.td },
		},
	},
});
