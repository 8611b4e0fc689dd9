/**
 * What tests share: a small hand-made world for worked examples, random worlds for laws, and a
 * naive referee that decides without any of the engine's machinery.
 */
package nembar.core.testing;
