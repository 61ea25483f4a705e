import { get, post, remove } from "./transport";

/** Other devices of the home network. */
export const devices = {
  devices: () => get("/api/devices"),
  showCode: () => post("/api/devices/code"),
  pair: (code: string, name: string) => post("/api/devices/pair", { body: { code, name } }),
  takeOutDevice: (key: string) => remove("/api/devices/{key}", { path: { key } }),
};
