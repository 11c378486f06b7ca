/** A quiet block where something is about to stand; nothing for assistive technology. */
export function Shape({ className }: { readonly className: string }) {
  return <div aria-hidden="true" className={`shape rounded-field ${className}`} />;
}
