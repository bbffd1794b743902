# frozen_string_literal: true

module MildAnvil
  module Documents
    # What the customer is to send: how many and some to spare, how long, with which ends, labelled how.
    class SendSheetPdf
      TITLE = "What to send"
      ALIKE = "All pieces are made and prepared alike, and as they will be used. Say what differs. Broken pieces do " \
              "not go back into service; say if you want them returned."
      NUMBERED = "Each piece with its own number, where it will not break"
      ORIGIN = "Who made them, when, from which batch; what you claim of them, and where that is from"

      # @param lot [Hash] name, customer, job, item, material, direction, configuration, differs_from_use
      # @param wanted [Hash] count, spare, least_length (nil: any), ends, labelling, labels: [String], days
      # @param paper [Paper]
      # @return [String] the PDF's bytes
      def self.render(lot, wanted, paper) = new(lot, wanted, paper).render

      def initialize(lot, wanted, paper)
        @lot = lot
        @wanted = wanted
        @sheet = Sheet.new(paper)
      end

      def render
        pdf = @sheet.pdf
        @sheet.paragraph("#{@lot[:customer]}: #{@lot[:job]}", color: Sheet::SOFT)
        pdf.move_down 8
        @sheet.pairs(rows)
        labels
        @sheet.heading("Mind")
        @sheet.paragraph(words[ALIKE])
        @sheet.finish(@lot[:name])
      end

      private

      def words = @sheet.words

      def rows
        [["Pieces", count], ["Item", [@lot[:item], @lot[:material]].reject { |t| t.to_s.empty? }.join(", ")],
         ["Pulled", words["in %<direction>s, %<configuration>s", direction: words.or_typed(@lot[:direction]),
                                                                 configuration: words.or_typed(@lot[:configuration])]],
         (["Least length", words.figure(@wanted[:least_length])] if @wanted[:least_length]),
         (["Ends", @wanted[:ends]] unless @wanted[:ends].to_s.empty?),
         ["Labels", @wanted[:labelling].to_s.empty? ? words[NUMBERED] : @wanted[:labelling]],
         ["With them", words[ORIGIN]]].compact
      end

      def count
        spare = @wanted[:spare].to_i
        return @wanted[:count].to_s unless spare.positive?

        words["%<count>d and %<spare>d to spare: %<all>d in all", count: @wanted[:count], spare: spare,
                                                                  all: @wanted[:count] + spare]
      end

      def labels
        return if @wanted[:labels].empty?

        @sheet.heading("Labelled so")
        @sheet.paragraph(@wanted[:labels].join("   "))
      end
    end
  end
end
