import "@fontsource-variable/atkinson-hyperlegible-next";
import "@fontsource-variable/atkinson-hyperlegible-mono";
import "@mantine/core/styles.css";
import "@mantine/notifications/styles.css";
import "./app/theme.css";
import "./app/papers.css";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { App } from "./app/App";
import { keepEarlyKeys } from "./app/early-keys";

keepEarlyKeys();

const root = document.getElementById("root");
if (root) {
	createRoot(root).render(
		<StrictMode>
			<App />
		</StrictMode>,
	);
}
