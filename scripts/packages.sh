# The Debian packages that the window needs. Sourced by setup.sh and deb.
QT_PACKAGES="libegl1 libgl1 libopengl0 libdbus-1-3 libfontconfig1 libfreetype6 libglib2.0-0 libxkbcommon0 libxkbcommon-x11-0 \
libxcb-cursor0 libxcb-icccm4 libxcb-image0 libxcb-keysyms1 libxcb-randr0 libxcb-render-util0 libxcb-shape0 \
libxcb-sync1 libxcb-xfixes0 libxcb-xinerama0 libxcb-xkb1"
