/**
 * Questions that people asked lately, keep and share. Begin with {@link
 * nembar.server.questions.QuestionService}.
 */
package nembar.server.questions;
