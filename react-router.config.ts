import type { Config } from "@react-router/dev/config";

export default {
  ssr: true,
  // No manifest requests during navigation: the whole route table is in the first document.
  routeDiscovery: { mode: "initial" },
  future: {
    v8_middleware: true,
    v8_passThroughRequests: true,
    v8_splitRouteModules: true,
    v8_trailingSlashAwareDataRequests: true,
    v8_viteEnvironmentApi: true,
  },
} satisfies Config;
