// The namespaces of the rooms: each has its own, named as its folder where no function has that
// name. All stand in hl as if they were written there (inline), so that a room says what it uses
// without saying whose it is; what two rooms call by one name are two things, and whoever sees both
// says which.
#pragma once

namespace hl {
inline namespace measure {}
inline namespace design {}
inline namespace workshop {}
inline namespace assembly {}
inline namespace picture {}
inline namespace structures {}
inline namespace assembling {} // namespace assembling
inline namespace fold {}
inline namespace proving {} // namespace proving
inline namespace make {}
inline namespace files {}
inline namespace report {}
inline namespace exports {}
inline namespace edit {}
inline namespace dress {}
inline namespace app {}
// A verb is said with its room: steps::order, journal::add.
namespace steps {}
namespace journal {}
} // namespace hl
