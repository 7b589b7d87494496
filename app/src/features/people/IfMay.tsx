import { whoMay, type Power } from '@elm-mist/core/people';
import type { ReactNode } from 'react';
import { useMay } from '@/data';
import { Small } from '@/ui';

/** Part of a page for those whose role may; whoever else sees in its place whom it is for. @param quiet nothing in its place */
export function IfMay({ power, quiet = false, children }: { power: Power; quiet?: boolean; children: ReactNode }) {
  const allowed = useMay(power);
  if (allowed) return children;
  return quiet ? null : <Small ink="inkSoft">{whoMay(power)}</Small>;
}
