/** Properties that a control shares with the part of it that is loaded late. */
import type { Labelled } from './fieldParts';

export interface SelectProps<T extends string> extends Labelled {
  readonly value: T;
  readonly onChange: (value: T) => void;
  readonly options: readonly { readonly id: T; readonly name: string }[];
}

export interface NumberFieldProps extends Labelled {
  readonly value: number | null;
  readonly onChange: (value: number | null) => void;
  readonly min: number;
  readonly max: number;
  /** Digits after the point; absent: whole numbers. */
  readonly decimals?: number;
}

/** An action in a menu. */
export interface MenuAction {
  readonly id: string;
  readonly name: string;
  /** Heading of the part of the menu it belongs to; absent: the first part, without a heading. */
  readonly section?: string;
  readonly run: () => void;
}
