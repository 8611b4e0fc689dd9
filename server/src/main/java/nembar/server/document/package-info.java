/**
 * The design document: catalogue, directory and design as one JSON document
 * (docs/design-document.md). Start at {@link nembar.server.document.DesignDocument}; {@code
 * DocumentReader} and {@code DocumentWriter} take it to the core's shapes and back. Storing it is
 * not done here.
 */
package nembar.server.document;
