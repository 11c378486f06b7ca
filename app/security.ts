/** What a document may load and do. Headers for all responses are in server/serve.mjs. */

/**
 * The content security policy of a document.
 * - `blob:` workers: the audio clock runs in one.
 * - `data:` fonts: the music font comes inside the engraving package.
 * - inline styles on elements are set by scripts through the DOM, which a policy does not concern; none are in the HTML.
 * `nonce` allows the framework's own inline scripts.
 */
export function contentSecurityPolicy(nonce: string): string {
  return [
    "default-src 'none'",
    `script-src 'self' 'nonce-${nonce}'`,
    "style-src 'self'",
    "font-src 'self' data:",
    "img-src 'self' data: blob:",
    "connect-src 'self'",
    "worker-src 'self' blob:",
    "manifest-src 'self'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join("; ");
}
