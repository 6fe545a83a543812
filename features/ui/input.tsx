'use client';

import type { ComponentProps } from 'react';

const SIZES = { small: 'ant-input-sm', middle: '', large: 'ant-input-lg' } as const;

export type InputProps = Omit<ComponentProps<'input'>, 'size'> & {
  readonly size?: keyof typeof SIZES;
  readonly status?: 'error' | '' | undefined;
};

/**
 * A line to be typed into as Ant Design draws it (its test holds it to that), by its sheet and without
 * its program. Within a `Form`, which speaks to its fields, the one of `controls/input` stands.
 */
export function Input({ size = 'middle', status, className, type = 'text', ...more }: InputProps) {
  const classes = [
    ...['ant-input', 'ant-input-outlined', 'ant-input-css-var', 'velvet'],
    SIZES[size],
    more.disabled && 'ant-input-disabled',
    status && `ant-input-status-${status}`,
    className,
  ];
  return <input {...more} type={type} className={classes.filter(Boolean).join(' ')} />;
}
