import { IPP_GROUP, IPP_TAG, type IppAttribute, type IppMessage } from './codec';

/**
 * A request without a document: the operation's own attributes behind those that every request begins with.
 *
 * @param code of the operation
 * @param uri of the printer or queue
 * @param asked attributes that the answer is to carry
 * @param own attributes of this operation
 */
export function ippRequest(
  code: number,
  uri: string,
  requestId: number,
  asked: readonly string[],
  own: readonly IppAttribute[] = [],
): IppMessage {
  const text = (name: string, tag: number, ...values: readonly string[]): IppAttribute => ({
    name,
    values: values.map((value) => ({ type: 'text', tag, value })),
  });
  return {
    version: [1, 1],
    code,
    requestId,
    data: new Uint8Array(0),
    groups: [
      {
        tag: IPP_GROUP.operation,
        attributes: [
          text('attributes-charset', IPP_TAG.charset, 'utf-8'),
          text('attributes-natural-language', IPP_TAG.language, 'en'),
          text('printer-uri', IPP_TAG.uri, uri),
          ...own,
          text('requested-attributes', IPP_TAG.keyword, ...asked),
        ],
      },
    ],
  };
}
