// What the stand-ins' pages share: asking, telling, and drawing without ever pasting text as markup.
export const get = async (path) => (await fetch(path)).json();
export const post = async (path, body = {}) => {
  const answer = await fetch(path, { method: "POST", body: JSON.stringify(body) });
  return answer.json();
};
export const el = (tag, attributes = {}, ...children) => {
  const node = document.createElement(tag);
  for (const [key, value] of Object.entries(attributes)) {
    if (key.startsWith("on")) node.addEventListener(key.slice(2), value);
    else if (value !== null && value !== undefined) node.setAttribute(key, value);
  }
  node.append(...children.filter((child) => child !== null && child !== undefined));
  return node;
};
export const fill = (place, ...children) => place.replaceChildren(...children.filter(Boolean));
// Draws again only when what is drawn changed, so that focus and clicks are not lost.
export const watch = (path, draw, every = 700) => {
  let last = "";
  const look = async () => {
    try {
      const now = await get(path);
      const text = JSON.stringify(now);
      if (text !== last) {
        last = text;
        draw(now);
      }
    } catch {
      last = "";
    }
    setTimeout(look, every);
  };
  look();
  return look;
};
