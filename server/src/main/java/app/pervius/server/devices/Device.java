package app.pervius.server.devices;

import app.pervius.server.devices.ipp.Ipp;

/**
 * An output device as it is set up.
 *
 * @param name what people call it, and rules; it never changes
 * @param forEverybody whether everybody in a project may release to it by hand, not only its controllers
 */
record Device(long id, String name, String address, Ipp.Login login, boolean switchedOn, boolean forEverybody, int version) {

    Ipp ipp() {
        return new Ipp(address, login);
    }
}
