# Writes scenes with PDF::API2: every mark in its own graphics state, lettering by a matrix for each piece.
use strict;
use warnings;
use utf8;
use JSON::PP;
use PDF::API2;

my $PT = 72 / 25.4;
my %FONTS = (sans => ["Helvetica", 0.718], serif => ["Times-Roman", 0.662], mono => ["Courier", 0.562]);
my %ALIGN = (left => 0, middle => -0.5, right => -1);

sub torn {
    my ($text, $how) = @_;
    return ($text) if $how eq "whole";
    return $how eq "letters" ? split(//, $text) : $text =~ /(\S+\s*)/g;
}

sub outline {
    my ($gfx, $points, $closed) = @_;
    my $first = 1;
    for my $point (@$points) {
        my ($x, $y) = ($point->[0] * $PT, $point->[1] * $PT);
        $first ? $gfx->move($x, $y) : $gfx->line($x, $y);
        $first = 0;
    }
    $gfx->close() if $closed;
}

sub lettering {
    my ($page, $mark, $font, $share) = @_;
    my $size = $mark->{height} / $share * $PT;
    my $turn = $mark->{angle} * atan2(1, 1) / 45;
    my $along = $ALIGN{$mark->{align}} * $font->width($mark->{text}) * $size;
    for my $part (torn($mark->{text}, $mark->{torn})) {
        if ($part =~ /\S/) {
            my $text = $page->text();
            $text->font($font, $size);
            my ($x, $y) = map { $_ * $PT } @{ $mark->{at} };
            $text->matrix(cos($turn), sin($turn), -sin($turn), cos($turn), $x + $along * cos($turn), $y + $along * sin($turn));
            $text->text($part);
        }
        $along += $font->width($part) * $size;
    }
}

open(my $in, "<:raw", $ARGV[0]) or die "The list of scenes can't be read: $!";
my $scenes = decode_json(do { local $/; <$in> });
for my $scene (@$scenes) {
    my $pdf = PDF::API2->new();
    my $page = $pdf->page();
    $page->mediabox($scene->{widthMm} * $PT, $scene->{heightMm} * $PT);
    my ($name, $share) = @{ $FONTS{ $scene->{font} } };
    my $font = $pdf->corefont($name, -encoding => "latin1");
    for my $mark (@{ $scene->{marks} }) {
        my $kind = $mark->{kind};
        if ($kind eq "text") { lettering($page, $mark, $font, $share); next; }
        my $gfx = $page->gfx();
        $gfx->save();
        $gfx->strokecolor("#000000");
        $gfx->fillcolor(($mark->{grey} // 0) == 1 ? "#ffffff" : "#000000");
        $gfx->linewidth($mark->{width} * $PT) if defined $mark->{width};
        if ($kind eq "line") {
            $gfx->linedash(map { $_ * $PT } @{ $mark->{dash} }) if @{ $mark->{dash} };
            outline($gfx, $mark->{points}, $mark->{closed});
            $gfx->stroke();
        }
        elsif ($kind eq "area") { outline($gfx, $mark->{points}, 1); $gfx->fill(); }
        else {
            my ($x, $y, $r) = map { $_ * $PT } (@{ $mark->{at} }, $mark->{radius});
            if ($kind eq "circle") { $gfx->circle($x, $y, $r); defined $mark->{fill} ? $gfx->fill() : $gfx->stroke(); }
            else { $gfx->arc($x, $y, $r, $r, $mark->{from}, $mark->{to}, 1); $gfx->stroke(); }
        }
        $gfx->restore();
    }
    $pdf->saveas($scene->{path});
}
