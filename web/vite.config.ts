import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";
import { VitePWA } from "vite-plugin-pwa";

// Installed, and kept for when the kitchen computer is away: what the worker does is in src/sw.ts.
const pwa = VitePWA({
  strategies: "injectManifest",
  srcDir: "src",
  filename: "sw.ts",
  injectRegister: false,
  injectManifest: { globPatterns: ["**/*.{js,css,html,woff2,svg,png}"] },
  manifest: {
    name: "Fine Batch",
    short_name: "Fine Batch",
    description: "The home cookie baker's planner, calculator and logbook",
    start_url: "/",
    display: "standalone",
    background_color: "#e3e4df",
    theme_color: "#28323a",
    icons: [
      { src: "/icon-192.png", sizes: "192x192", type: "image/png", purpose: "any" },
      { src: "/icon-512.png", sizes: "512x512", type: "image/png", purpose: "any" },
      { src: "/icon-512.png", sizes: "512x512", type: "image/png", purpose: "maskable" },
    ],
  },
});

export default defineConfig({
  plugins: [react(), tailwindcss(), pwa],
  build: { chunkSizeWarningLimit: 700 },
  server: { proxy: { "/api": "http://127.0.0.1:8765" } },
});
