package nembar.server.document;

import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.parameters.RequestBody;
import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** Says that a request's body is a design document, which is read as it comes. */
@Target(ElementType.METHOD)
@Retention(RetentionPolicy.RUNTIME)
@RequestBody(
        required = true,
        content =
                @Content(
                        mediaType = "application/json",
                        schema = @Schema(implementation = DesignDocument.class)))
public @interface TakesDesign {}
