import { Button, type ButtonProps } from 'antd';

/** A button that is a part of a sentence, or no louder than one. */
export function InlineButton(
  props: Pick<ButtonProps, 'onClick' | 'disabled' | 'htmlType' | 'children' | 'aria-pressed'>,
) {
  return (
    <Button
      type="link"
      className="h-auto min-h-[24px] p-0 border-0 text-[length:inherit] leading-[inherit] font-semibold text-inherit whitespace-normal text-left underline underline-offset-[3px] decoration-acorn"
      {...props}
    />
  );
}
