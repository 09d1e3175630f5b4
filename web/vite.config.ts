import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [react()],
  server: { host: "127.0.0.1", proxy: { "/api": process.env.API_ADDRESS ?? "http://127.0.0.1:4317" } },
  build: { target: "es2022", chunkSizeWarningLimit: 700 },
});
