/** Small controls that all rooms use: behaviour from React Aria, looks from the tokens. */
export { Button, IconButton } from './button';
export { Choices } from './choices';
export { LinePick, Menu, Pick } from './pick';
export { Opened } from './opened';
export { Heading, Row, Tick } from './line';
export { Hint, Notice, Trouble } from './said';
