import { fileURLToPath } from "node:url";
import { reactRouter } from "@react-router/dev/vite";
import tailwindcss from "@tailwindcss/vite";
import { defineConfig } from "vite";

const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));

export const alias = { "~": at("app"), "@core": at("core"), "@server": at("server"), "@demo": at("demo") };

export default defineConfig({
  plugins: [tailwindcss(), reactRouter()],
  resolve: { alias },
  worker: { format: "es" },
  // Bundled into the server's pages, so that a start reads only the icons and pieces that are used.
  ssr: {
    noExternal: [
      /^lucide-react/,
      /^radix-ui/,
      /^@radix-ui\//,
      /^d3-/,
      "zod",
      "fast-png",
      "fast-xml-parser",
      "fflate",
      "image-size",
      "isbot",
    ],
  },
});
