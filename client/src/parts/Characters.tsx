import '@fontsource/noto-serif-sc/400.css';

/** A name in Chinese characters, in a font that has them. */
export const Characters = ({ text }: { text?: string }) => (
  <i className="characters" lang="zh">
    {text}
  </i>
);
