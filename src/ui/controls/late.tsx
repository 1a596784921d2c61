'use client';
import dynamic from 'next/dynamic';
import { createContext, useContext, type ComponentType } from 'react';

/**
 * A component that is loaded after the page. Until then `Before` stands in its place, of the same size and with the
 * same properties, so that nothing moves.
 */
export function late<Props extends object>(
  load: () => Promise<ComponentType<Props>>,
  Before: ComponentType<Props>,
): ComponentType<Props> {
  const Waiting = createContext<Props | null>(null);
  function Loading() {
    const props = useContext(Waiting);
    return props ? <Before {...props} /> : null;
  }
  const Loaded = dynamic<Props>(load, { ssr: false, loading: Loading });
  return function Late(props: Props) {
    return (
      <Waiting value={props}>
        <Loaded {...props} />
      </Waiting>
    );
  };
}
