/** What draws in three dimensions here; null where nothing can. */
export function whatDraws(): "card" | "processor" | null {
  const probe = document.createElement("canvas").getContext("webgl2");
  if (!probe) return null;
  const info = probe.getExtension("WEBGL_debug_renderer_info");
  const name = info ? String(probe.getParameter(info.UNMASKED_RENDERER_WEBGL)) : "";
  probe.getExtension("WEBGL_lose_context")?.loseContext();
  return /swiftshader|llvmpipe|software/i.test(name) ? "processor" : "card";
}
