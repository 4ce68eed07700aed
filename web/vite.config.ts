import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [react(), tailwindcss()],
  // The server writes another one at every answer (api/application.py).
  html: { cspNonce: "nonce-of-this-page" },
  build: { target: "es2022", sourcemap: false, assetsInlineLimit: 0 },
  server: { proxy: { "/api": "http://127.0.0.1:8740" } },
});
