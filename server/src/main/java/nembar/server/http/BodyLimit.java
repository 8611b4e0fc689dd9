package nembar.server.http;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.util.unit.DataSize;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Refuses bodies over a limit, by their announced length or, where none is announced, as they are
 * read. Design documents, files and what was used have limits of their own.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 10)
class BodyLimit extends OncePerRequestFilter {
    private final long ordinary;
    private final long design;
    private final long file;
    private final long use;
    private final Problems problems;

    BodyLimit(
            @Value("${nembar.body-limit}") DataSize ordinary,
            @Value("${nembar.design-limit}") DataSize design,
            @Value("${nembar.file-limit}") DataSize file,
            @Value("${nembar.use-limit}") DataSize use,
            Problems problems) {
        this.ordinary = ordinary.toBytes();
        this.design = design.toBytes();
        this.file = file.toBytes();
        this.use = use.toBytes();
        this.problems = problems;
    }

    @Override
    protected void doFilterInternal(
            HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        long limit = limit(request.getRequestURI());
        if (request.getContentLengthLong() > limit) {
            problems.write(request, response, problems.tooLarge(limit));
            return;
        }
        chain.doFilter(new Limited(request, limit), response);
    }

    private long limit(String path) {
        if (path.endsWith("/design") || path.contains("/design/")) {
            return design;
        }
        if (path.equals("/access/v1/use")) {
            return use;
        }
        return path.endsWith("/file") ? file : ordinary;
    }

    private static final class Limited extends HttpServletRequestWrapper {
        private final long limit;

        Limited(HttpServletRequest request, long limit) {
            super(request);
            this.limit = limit;
        }

        @Override
        public ServletInputStream getInputStream() throws IOException {
            return new Counting(super.getInputStream(), limit);
        }
    }

    private static final class Counting extends ServletInputStream {
        private final ServletInputStream inner;
        private final long limit;
        private long read;

        Counting(ServletInputStream inner, long limit) {
            this.inner = inner;
            this.limit = limit;
        }

        @Override
        public int read() throws IOException {
            int value = inner.read();
            count(value < 0 ? 0 : 1);
            return value;
        }

        @Override
        public int read(byte[] into, int offset, int length) throws IOException {
            int got = inner.read(into, offset, length);
            count(Math.max(got, 0));
            return got;
        }

        private void count(int bytes) throws TooLarge {
            read += bytes;
            if (read > limit) {
                throw new TooLarge(limit);
            }
        }

        @Override
        public boolean isFinished() {
            return inner.isFinished();
        }

        @Override
        public boolean isReady() {
            return inner.isReady();
        }

        @Override
        public void setReadListener(ReadListener listener) {
            inner.setReadListener(listener);
        }
    }
}
