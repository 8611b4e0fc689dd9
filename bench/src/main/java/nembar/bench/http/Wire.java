package nembar.bench.http;

import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.net.Socket;
import java.net.URI;
import java.nio.charset.StandardCharsets;

/**
 * A connection that sends the same request again and again: it costs next to nothing itself, so
 * that what is measured on few cores is the server.
 */
final class Wire implements AutoCloseable {
    private final URI to;
    private final byte[] request;
    private Socket socket;
    private InputStream in;

    Wire(String address, String bearer, String path, String body) throws IOException {
        to = URI.create(address);
        connect();
        byte[] sent = body.getBytes(StandardCharsets.UTF_8);
        String head =
                "POST "
                        + path
                        + " HTTP/1.1\r\nHost: "
                        + to.getHost()
                        + ":"
                        + to.getPort()
                        + "\r\nAuthorization: Bearer "
                        + bearer
                        + "\r\nContent-Type: application/json\r\nContent-Length: "
                        + sent.length
                        + "\r\n\r\n";
        request = (head + body).getBytes(StandardCharsets.UTF_8);
    }

    private void connect() throws IOException {
        socket = new Socket(to.getHost(), to.getPort());
        socket.setTcpNoDelay(true);
        in = new BufferedInputStream(socket.getInputStream());
    }

    /**
     * Sends it once and reads the answer.
     *
     * @throws IOException where it is not 200
     */
    void send() throws IOException {
        socket.getOutputStream().write(request);
        String status = line();
        if (!status.contains(" 200 ") && !status.endsWith(" 200")) {
            throw new IOException(status);
        }
        int length = -1;
        boolean last = false;
        for (String header = line(); !header.isEmpty(); header = line()) {
            if (header.regionMatches(true, 0, "content-length:", 0, 15)) {
                length = Integer.parseInt(header.substring(15).strip());
            }
            last |= header.equalsIgnoreCase("connection: close");
        }
        if (length >= 0) {
            in.skipNBytes(length);
        } else {
            for (int chunk = chunk(); chunk > 0; chunk = chunk()) {
                in.skipNBytes(chunk + 2L);
            }
            line();
        }
        if (last) {
            close();
            connect();
        }
    }

    private int chunk() throws IOException {
        return Integer.parseInt(line(), 16);
    }

    private String line() throws IOException {
        StringBuilder line = new StringBuilder();
        for (int one = in.read(); one != '\n'; one = in.read()) {
            if (one < 0) {
                throw new IOException("closed");
            }
            if (one != '\r') {
                line.append((char) one);
            }
        }
        return line.toString();
    }

    @Override
    public void close() throws IOException {
        socket.close();
    }
}
