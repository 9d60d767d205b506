/** What a program calls itself (RFC 9110 section 10.1.5), as people know it. */
export function programOf(agent: string): string {
  const browser = [
    ["Edg/", "Edge"],
    ["Firefox/", "Firefox"],
    ["Chrome/", "Chromium"],
    ["Safari/", "Safari"],
  ].find(([mark]) => agent.includes(mark!))?.[1];
  const system = [
    ["Android", "Android"],
    ["iPhone", "iPhone"],
    ["Windows", "Windows"],
    ["Mac OS", "macOS"],
    ["Linux", "Linux"],
  ].find(([mark]) => agent.includes(mark!))?.[1];
  if (browser) return system ? `${browser} on ${system}` : browser;
  return agent.split("/")[0] || "unknown";
}
