package nembar.server.http;

import java.net.Inet6Address;
import java.net.InetAddress;
import java.net.UnknownHostException;
import java.util.Arrays;

/** From where a request comes, as far as one subscriber is told from another. */
public final class Networks {
    private static final int BYTES_OF_A_NETWORK = 8;

    private Networks() {}

    /** An address of IPv4 as it is, of IPv6 its first 64 bits. */
    public static String of(String address) {
        try {
            InetAddress known = InetAddress.getByName(address);
            if (known instanceof Inet6Address) {
                byte[] network = Arrays.copyOf(known.getAddress(), BYTES_OF_A_NETWORK);
                return InetAddress.getByAddress(Arrays.copyOf(network, 16)).getHostAddress()
                        + "/64";
            }
            return known.getHostAddress();
        } catch (UnknownHostException unknown) {
            return address;
        }
    }
}
