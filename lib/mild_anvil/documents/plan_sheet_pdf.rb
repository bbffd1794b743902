# frozen_string_literal: true

module MildAnvil
  module Documents
    # The plan on paper: what is in line, how many, on which bench, how far to stay away, the day, the proof, the
    # pieces.
    class PlanSheetPdf
      TITLES = { how_many: "How many", train: "What is in line", benches: "Which bench", energy: "What is stored",
                 proof: "Proof load", mass: "Test load", tackle: "The rig", ram: "The ram", redirect: "Redirect",
                 sideways: "Line pulled sideways", preload: "Preload", stock: "Stock", day: "The day",
                 comparison: "Comparison" }.freeze
      TITLE = "Plan sheet"
      BY = "Plan %<number>d, by %<person>s"
      DRAFT = "Not kept yet: a draft"
      CAUTION = "A plan is not a permit. The code in force and the person responsible for the bench decide. Check " \
                "the train, the guard and the zero before each pull."

      # @param lot [Hash] name, customer, job
      # @param plan [Hash] of ShowPlan
      # @param pieces [Array<Hash>] place, block, label, state
      # @param paper [Paper]
      # @return [String] the PDF's bytes
      def self.render(lot, plan, pieces, paper) = new(lot, plan, pieces, paper).render

      def initialize(lot, plan, pieces, paper)
        @lot = lot
        @plan = plan
        @pieces = pieces
        @sheet = Sheet.new(paper)
        @pdf = @sheet.pdf
      end

      def render
        head
        TITLES.each { |key, title| section(title, @plan[:sections].fetch(key)) }
        pieces
        @sheet.caution(@sheet.words[CAUTION])
        @sheet.finish("#{@lot[:name]}   #{@sheet.words['Plan']} #{@plan[:revision]}")
      end

      private

      def head
        @sheet.paragraph("#{@lot[:customer]}: #{@lot[:job]}", color: Sheet::SOFT)
        kept = @plan[:kept]
        words = @sheet.words
        @sheet.paragraph(kept ? words[BY, number: @plan[:revision], person: kept[:person]] : words[DRAFT],
                         color: kept ? Sheet::INK : Sheet::SIGNAL)
        limits = @plan[:limits].map { |row| "#{said(row[:name])} #{row[:figure][:text]} #{row[:figure][:unit]}" }
        @sheet.pairs([["Limits", words.figure(limits.join("; "))]]) unless limits.empty?
      end

      def section(title, answer)
        return if answer[:state] == "missing"

        @sheet.heading(title)
        @sheet.paragraph(answer[:sentence], color: answer[:state] == "ok" ? Sheet::INK : Sheet::SIGNAL, said: true)
        [answer[:mend], answer[:ended]].compact.each { |line| @sheet.paragraph(line, said: true) }
        details(answer)
        answer[:working].each { |line| @sheet.paragraph(line, color: Sheet::SOFT, size: 8, said: true) }
        answer[:cautions].each { |line| @sheet.paragraph(line, color: Sheet::SIGNAL, size: 8.5, said: true) }
      end

      def details(answer)
        table(["Link", "Holds", "Goes first"], answer[:links]) do |link|
          [link[:name], *link.values_at(:capacity, :chance_text).map { |text| figure(text) }]
        end
        table(%w[Bench Cell Answer], answer[:benches], widths: { 0 => 96, 1 => 72 }) do |b|
          [b[:name], b[:cell].to_s, said(b[:sentence])]
        end
        table(["Share", "Water", "The cell should read"], answer[:steps]) do |step|
          step.values_at(:share, :litres, :reading).map { |text| figure(text) }
        end
        table(%w[From To Where What], answer[:items]) do |i|
          [i[:at], i[:until], said(i[:lane]), said("#{i[:kind]} #{i[:label]}")]
        end
        answer[:movements].to_a.each { |line| @sheet.paragraph("□ #{said(line)}") }
      end

      def said(text) = @sheet.words.said(text).text
      def figure(text) = @sheet.words.figure(text)

      def table(head, rows, widths: {}, &block)
        return if rows.to_a.empty?

        @pdf.move_down 3
        @sheet.table([head, *rows.map(&block)], widths: widths)
        @pdf.move_down 3
      end

      def pieces
        return if @pieces.empty?

        @sheet.heading("Specimens, in the order in which they are pulled")
        table(%w[Place Block Specimen State Pulled], @pieces) do |row|
          [row[:place].to_s, row[:block].to_s, row[:label], row[:shown_state], "□"]
        end
      end
    end
  end
end
