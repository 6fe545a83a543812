'use client';

import { IconLoader2 } from '@tabler/icons-react';
import { Children, Fragment, isValidElement, type ComponentProps, type ReactNode } from 'react';

/** How loud a button is. */
type Type = 'default' | 'primary' | 'link' | 'text';

const LOOKS: Readonly<Record<Type, readonly [colour: string, variant: string]>> = {
  default: ['default', 'outlined'],
  primary: ['primary', 'solid'],
  link: ['link', 'link'],
  text: ['default', 'text'],
};

const SIZES = { small: 'ant-btn-sm', middle: '', large: 'ant-btn-lg' } as const;

interface Look {
  readonly type?: Type;
  readonly size?: keyof typeof SIZES;
  readonly danger?: boolean | undefined;
  /** As wide as what it stands in. */
  readonly block?: boolean;
  /** Before its words. */
  readonly icon?: ReactNode;
  readonly children?: ReactNode;
  readonly className?: string | undefined;
}

/** Words beside each other become one piece, as whoever looks at the button sees them. */
function pieces(children: ReactNode): ReactNode[] {
  const joined: ReactNode[] = [];
  let words = '';
  const say = () => {
    if (words !== '') joined.push(<span key={joined.length}>{words}</span>);
    words = '';
  };
  Children.forEach(children, (child) => {
    if (typeof child === 'string' || typeof child === 'number') words += child;
    else if (child !== null && child !== undefined && typeof child !== 'boolean') {
      say();
      const isOne = isValidElement(child) && child.type === Fragment;
      joined.push(isOne ? <span key={joined.length}>{child}</span> : child);
    }
  });
  say();
  return Children.toArray(joined);
}

const Turning = () => (
  <span className="ant-btn-icon ant-btn-loading-icon">
    <span className="anticon anticon-spin">
      <IconLoader2 size="1em" aria-hidden="true" />
    </span>
  </span>
);

/** The classes of a look, with one more that only some are. */
function classesOf(
  { type = 'default', size = 'middle', danger, block, icon, children, className }: Look,
  more: string | false | undefined,
): string {
  const [colour, variant] = LOOKS[type];
  return [
    'ant-btn velvet',
    `ant-btn-${type}`,
    danger && 'ant-btn-dangerous',
    `ant-btn-color-${danger ? 'dangerous' : colour}`,
    `ant-btn-variant-${variant}`,
    SIZES[size],
    icon && pieces(children).length === 0 && 'ant-btn-icon-only',
    more,
    block && 'ant-btn-block',
    className,
  ]
    .filter(Boolean)
    .join(' ');
}

const Inside = ({ icon, children, loading }: Look & { readonly loading?: boolean }) => (
  <>
    {loading ? <Turning /> : icon ? <span className="ant-btn-icon">{icon}</span> : null}
    {pieces(children)}
  </>
);

/** What is said of the look, and what the element itself is told. */
function parted<P extends Look>(props: P): readonly [Look, Omit<P, keyof Look>] {
  const { type, size, danger, block, icon, children, className, ...more } = props;
  return [{ type, size, danger, block, icon, children, className } as Look, more];
}

/**
 * A button as Ant Design draws it (its test holds it to that), by Ant Design's own sheet and without
 * its program: a page whose controls are all buttons can be used sooner.
 */
export function Button({
  loading = false,
  htmlType = 'button',
  ...props
}: Look &
  Omit<ComponentProps<'button'>, keyof Look> & {
    /** What it was pressed for is on its way: it hears nothing until that is done. */
    readonly loading?: boolean | undefined;
    readonly htmlType?: 'button' | 'submit';
  }) {
  const [look, more] = parted(props);
  return (
    <button
      {...more}
      type={htmlType}
      className={classesOf(look, loading && 'ant-btn-loading')}
      onClick={loading ? (event) => event.preventDefault() : more.onClick}
    >
      <Inside {...look} loading={loading} />
    </button>
  );
}

/** A button that leads somewhere. */
export function ButtonLink({
  disabled = false,
  href,
  ...props
}: Look &
  Omit<ComponentProps<'a'>, keyof Look> & {
    /** Whoever looks is there already. */
    readonly disabled?: boolean;
    readonly href: string;
  }) {
  const [look, more] = parted(props);
  return (
    <a
      {...more}
      {...(disabled ? {} : { href })}
      className={classesOf(look, disabled && 'ant-btn-disabled')}
      tabIndex={disabled ? -1 : 0}
      aria-disabled={disabled}
    >
      <Inside {...look} />
    </a>
  );
}
