/** A quiet placeholder block; hidden from assistive technology. */
export function Shape({ className }: { readonly className: string }) {
  return <div aria-hidden="true" className={`shape rounded-field ${className}`} />;
}
