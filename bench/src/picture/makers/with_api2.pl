# Pages by PDF::API2: with_api2.pl FOLDER
use strict;
use warnings;
use PDF::API2;

my %fonts = (core => sub { $_[0]->font('Times-Roman') }, embedded => sub { $_[0]->font('/usr/share/fonts/truetype/dejavu/DejaVuSerif.ttf') });
for my $name (keys %fonts) {
    my $pdf = PDF::API2->new();
    my $page = $pdf->page();
    $page->mediabox(1190, 842);
    $page->rotate(90) if $name eq 'embedded';
    my $g = $page->graphics();
    for my $i (0 .. 40) {
        $g->linewidth(0.2 + $i * 0.05);
        $g->move(60, 60 + $i * 17);
        $g->line(500, 90 + $i * 16);
        $g->stroke();
    }
    $g->linedash(10, 3, 1, 3);
    $g->rect(560, 400, 400, 300);
    $g->stroke();
    $g->linedash();
    $g->fillcolor('#406080');
    $g->circle(760, 220, 90);
    $g->fill();
    my $text = $page->text();
    my $font = $fonts{$name}->($pdf);
    for my $i (0 .. 12) {
        $text->font($font, 6 + $i);
        $text->translate(580, 420 + $i * 20);
        $text->text("Room $i 3600");
    }
    $pdf->saveas("$ARGV[0]/api2-$name.pdf");
}
