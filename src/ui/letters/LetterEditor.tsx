'use client';

import Button from '@mui/material/Button';
import {
  EditorContent,
  Extension,
  mergeAttributes,
  Node,
  useEditor,
  useEditorState,
  type JSONContent,
} from '@tiptap/react';
import StarterKit from '@tiptap/starter-kit';
import { useEffect, useRef } from 'react';
import { pieces, say, toDoc, toTemplate, type TemplateBlock, type TemplatePiece } from '../../core/letters/templateDoc';
import { Choose } from '../fields/Choose';
import './letters.css';

interface Props {
  /** The template as text. */
  value: string;
  language: string;
  fields: readonly { name: string; isNeeded: boolean }[];
  isEditable: boolean;
  change: (template: string) => void;
  /** What its first line is called. */
  firstLine?: string;
}

/** A field stands in the words as one piece that cannot be half deleted. */
const Field = Node.create({
  name: 'field',
  group: 'inline',
  inline: true,
  atom: true,
  selectable: true,
  addAttributes: () => ({ name: { default: '' } }),
  parseHTML: () => [{ tag: 'span[data-field]', getAttrs: (element) => ({ name: element.getAttribute('data-field') }) }],
  renderHTML: ({ node, HTMLAttributes }) => [
    'span',
    mergeAttributes(HTMLAttributes, { 'data-field': node.attrs['name'] as string, class: 'field-chip' }),
    node.attrs['name'] as string,
  ],
});

/** The field without whose value a block is left out is kept with the block. */
const OnlyIf = Extension.create({
  name: 'onlyIf',
  addGlobalAttributes: () => [
    {
      types: ['paragraph', 'heading', 'bulletList'],
      attributes: {
        only: {
          default: null,
          parseHTML: (element) => element.getAttribute('data-only'),
          renderHTML: ({ only }) => (only ? { 'data-only': only as string } : {}),
        },
      },
    },
  ],
});

/** A letter's wording, written as it will look: headings, lists, and fields as pieces of their own. */
export function LetterEditor({ value, language, fields, isEditable, change, firstLine = 'Subject' }: Props) {
  const { subject, blocks } = toDoc(value);
  // The wording as it left here last: what comes back unchanged is there already, and must not be put in its place while somebody writes.
  const sent = useRef(value);
  const send = (template: string) => {
    sent.current = template;
    change(template);
  };
  const editor = useEditor(
    {
      extensions: [
        StarterKit.configure({
          bold: false,
          italic: false,
          strike: false,
          underline: false,
          code: false,
          codeBlock: false,
          blockquote: false,
          orderedList: false,
          horizontalRule: false,
          link: false,
          heading: { levels: [2] },
        }),
        OnlyIf,
        Field,
      ],
      content: toContent(blocks),
      editable: isEditable,
      immediatelyRender: false,
      // Styles that a script puts in are refused by our own policy; what is needed of them stands in letters.css.
      injectCSS: false,
      editorProps: {
        attributes: {
          'aria-label': 'Wording',
          role: 'textbox',
          'aria-multiline': 'true',
          lang: language,
          spellcheck: 'true',
        },
      },
      onUpdate: ({ editor: own }) =>
        send(toTemplate({ subject: toDoc(sent.current).subject, blocks: fromContent(own.getJSON()) })),
    },
    [language],
  );
  useEffect(() => {
    if (!editor || value === sent.current) return;
    sent.current = value;
    editor.commands.setContent(toContent(toDoc(value).blocks), { emitUpdate: false });
  }, [editor, value]);
  useEffect(() => void editor?.setEditable(isEditable, false), [editor, isEditable]);
  const at = useEditorState({
    editor,
    selector: ({ editor: own }) => ({
      isHeading: own?.isActive('heading') ?? false,
      isList: own?.isActive('bulletList') ?? false,
    }),
  });
  return (
    <div className="letter-editor">
      <label className="letter-subject">
        {firstLine}{' '}
        <input
          value={say(subject)}
          readOnly={!isEditable}
          lang={language}
          onChange={(event) =>
            send(
              toTemplate({
                subject: pieces(event.target.value),
                blocks: editor ? fromContent(editor.getJSON()) : blocks,
              }),
            )
          }
        />
      </label>
      {isEditable && (
        <div className="row tools" role="toolbar" aria-label="Form of the wording">
          <Button
            variant={at?.isHeading ? 'contained' : 'outlined'}
            aria-pressed={at?.isHeading ?? false}
            onClick={() => editor?.chain().focus().toggleHeading({ level: 2 }).run()}
          >
            Heading
          </Button>
          <Button
            variant={at?.isList ? 'contained' : 'outlined'}
            aria-pressed={at?.isList ?? false}
            onClick={() => editor?.chain().focus().toggleBulletList().run()}
          >
            List
          </Button>
          <Choose
            label="Put in"
            value={null}
            every="a field …"
            options={fields.map(({ name, isNeeded }) => [name, `${name}${isNeeded ? ' *' : ''}`] as const)}
            choose={(name) => {
              if (name !== null) editor?.chain().focus().insertContent({ type: 'field', attrs: { name } }).run();
            }}
          />
          <Button onClick={() => editor?.chain().focus().undo().run()}>Undo</Button>
        </div>
      )}
      <EditorContent editor={editor} />
    </div>
  );
}

const inline = (line: readonly TemplatePiece[]): JSONContent[] =>
  line.flatMap((piece): JSONContent[] =>
    'field' in piece
      ? [{ type: 'field', attrs: { name: piece.field } }]
      : piece.text
        ? [{ type: 'text', text: piece.text }]
        : [],
  );

function toContent(blocks: readonly TemplateBlock[]): JSONContent {
  return {
    type: 'doc',
    content: blocks.map(({ kind, only, lines }): JSONContent => {
      if (kind === 'heading') return { type: 'heading', attrs: { level: 2, only }, content: inline(lines[0] ?? []) };
      if (kind === 'list')
        return {
          type: 'bulletList',
          attrs: { only },
          content: lines.map((line) => ({ type: 'listItem', content: [{ type: 'paragraph', content: inline(line) }] })),
        };
      return {
        type: 'paragraph',
        attrs: { only },
        content: lines.flatMap((line, i) => [...(i > 0 ? [{ type: 'hardBreak' }] : []), ...inline(line)]),
      };
    }),
  };
}

function fromContent(doc: JSONContent): TemplateBlock[] {
  const linesOf = (content: JSONContent[] = []): TemplatePiece[][] => {
    const lines: TemplatePiece[][] = [[]];
    for (const node of content) {
      if (node.type === 'hardBreak') lines.push([]);
      else if (node.type === 'field') lines.at(-1)!.push({ field: String(node.attrs?.['name']) });
      else if (node.text) lines.at(-1)!.push({ text: node.text });
    }
    return lines;
  };
  return (doc.content ?? []).flatMap((node): TemplateBlock[] => {
    const only = (node.attrs?.['only'] as string | null | undefined) ?? null;
    if (node.type === 'heading') return [{ kind: 'heading', only, lines: [linesOf(node.content).flat()] }];
    if (node.type === 'bulletList')
      return [
        { kind: 'list', only, lines: (node.content ?? []).map((item) => linesOf(item.content?.[0]?.content).flat()) },
      ];
    return [{ kind: 'text', only, lines: linesOf(node.content) }];
  });
}
