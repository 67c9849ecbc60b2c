// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <memory>
#include <string>
#include <string_view>
#include <vector>

#include "pictures/raster.hpp"

/// Drawings for the bench: what is on a sheet, in millimetres of paper, whatever file it is written to.
namespace euryth::paper {

/// Millimetres from the sheet's left and top edges.
struct Spot {
    double x = 0.0;
    double y = 0.0;
    friend bool operator==(const Spot&, const Spot&) = default;
};

/// What a line is for; writers give each its own width, dash and layer.
enum class Ink {
    Cut,      ///< to be cut along
    Present,  ///< the port as it is
    Help,     ///< frames, axes, ticks
    Check     ///< the check length
};
/// How its lines are drawn: grey from 0 (black), width in mm.
struct Pen {
    double grey = 0.0;
    double width = 0.2;
    bool dashed = false;
};
Pen penOf(Ink ink);
inline constexpr double kDash = 1.5;  ///< mm, of dashed lines
inline constexpr double kGap = 1.0;

/// The layer's name in files that have layers.
std::string_view name(Ink ink);

struct Stroke {
    std::vector<Spot> spots;
    bool closed = false;
    Ink ink = Ink::Help;
};

struct Ring {
    Spot middle;
    double radius = 0.0;
    Ink ink = Ink::Help;
};

enum class Align { Left, Middle, Right };

struct Note {
    Spot at;  ///< left (middle, right) end of the base line
    std::string text;
    double height = 3.5;  ///< of the letters' body
    Align align = Align::Left;
    bool strong = false;
};

/// A filled black rectangle.
struct Block {
    Spot corner;
    double width = 0.0;
    double height = 0.0;
};

/// A picture; only PDF has it.
struct Image {
    Spot corner;
    double width = 0.0;
    double height = 0.0;
    std::shared_ptr<const pictures::Raster> raster;
};

/// A sheet of A4, upright. What is drawn keeps to the part that it has in common with letter paper (216 x 279 mm).
struct Sheet {
    static constexpr double kWidth = 210.0;
    static constexpr double kHeight = 297.0;
    std::string title;
    std::vector<Stroke> strokes;
    std::vector<Ring> rings;
    std::vector<Note> notes;
    std::vector<Block> blocks;
    std::vector<Image> images;

    void line(Spot from, Spot to, Ink ink = Ink::Help) { strokes.push_back({{from, to}, false, ink}); }
    void box(Spot corner, double width, double height, Ink ink = Ink::Help);
    void write(Spot at, std::string text, double height = 3.5, bool strong = false, Align align = Align::Left)
    {
        notes.push_back({at, std::move(text), height, align, strong});
    }
};

/// Length of the line that every sheet carries, so that a wrong print is seen before metal is lost.
inline constexpr double kCheckLength = 50.0;

}  // namespace euryth::paper
