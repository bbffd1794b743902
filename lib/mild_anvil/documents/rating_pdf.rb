# frozen_string_literal: true

module MildAnvil
  module Documents
    # The rating statement on paper: rule, verdict, pulls, curves, working, caution.
    class RatingPdf
      STATES = { "pass" => "Meets the claim.", "fail" => "Fails the claim.", "cannot_tell" => "Cannot be told yet.", "not_comparable" => "Not comparable." }.freeze
      WAYS = { "break" => "break", "at_least" => "at least", "at_most" => "at most", "between" => "between", "void" => "void", "unjudged" => "not judged" }.freeze

      # @param inputs [Hash] string keys, as frozen with the rating
      # @param statement [Hash] likewise
      # @param rating [Hash, nil] nil for a draft
      # @param curves [Hash] pull id => points
      # @return [String] the PDF's bytes
      def self.render(inputs:, statement:, rating:, curves:, units:) = new(inputs, statement, rating, curves, units).render

      def initialize(inputs, statement, rating, curves, units)
        @inputs = inputs
        @statement = statement
        @rating = rating
        @curves = curves
        @unit = units.force!(statement.fetch("unit"))
        @lot = inputs.fetch("lot")
        @pulls = inputs.fetch("pulls")
        @sheet = Sheet.new(title: "Rating of #{@lot['name']}")
        @pdf = @sheet.pdf
      end

      def render
        title
        rule
        result
        verdict
        described
        pulls
        curves
        working
        caution
        @sheet.number_pages(footer)
        @pdf.render
      end

      private

      def title
        @pdf.font("Head", style: :bold) { @pdf.text "Rating statement", size: 18 }
        @pdf.text @lot["name"], size: 13
        @sheet.paragraph("#{@lot['customer']}: #{@lot['job']}", color: Sheet::SOFT)
        @sheet.paragraph(@rating ? "Number #{@rating[:number]}, signed by #{@rating[:person]}, #{@rating[:signed_at][0, 10]}" : "DRAFT. Not signed: not to be handed out as a rating.",
                         color: @rating ? Sheet::INK : Sheet::SIGNAL)
        @pdf.move_down 10
      end

      def rule
        return @sheet.paragraph("Nothing has been pulled yet.") if @pulls.empty?

        marks = @pulls.map { |p| { counts_as: p["counts_as"], force_newtons: p["force_newtons"], upper_newtons: p["upper_newtons"] } }
        chosen = @statement["schools"].find { |s| s["key"] == @statement["chosen"] }
        interval = [chosen["newtons"], chosen["upper_newtons"]] if chosen && chosen["upper_newtons"]
        PdfForceRule.new(@pdf, unit: @unit, marks: marks, demands: demands).draw(interval: interval)
        @pdf.move_down 8
      end

      def demands
        [demand("Working load", @statement["working_load_limit"], Sheet::DERIVED, :wedge), demand("Minimum", @statement["minimum"], Sheet::DERIVED, :wedge),
         demand("Claim", @statement.dig("verdict", "claimed"), Sheet::INK, :diamond)].compact
      end

      def demand(label, figure, color, shape)
        figure && { label: label, text: figure["text"], newtons: figure["newtons"], color: color, shape: shape }
      end

      def result
        return @sheet.paragraph("No minimum. #{@statement['recommended_because']}", color: Sheet::SIGNAL, size: 11) if @statement["minimum"].nil?

        chosen = @statement["schools"].find { |s| s["key"] == @statement["chosen"] }
        @sheet.pairs([["Minimum breaking strength", figure(@statement["minimum"])], ["School", "#{chosen['name']}. #{chosen['in_words']}."],
                      ["Coverage, confidence", "#{per_cent('coverage')} of all pieces are stronger, with #{per_cent('confidence')} confidence, where the school says no other"],
                      ["Design factor", "#{format('%g', @statement['factor'])}   (#{@statement['factor_source']})"],
                      ["Working load limit", "#{figure(@statement['working_load_limit'])}, rounded down to the marking step"]])
      end

      def per_cent(name) = "#{format('%g', @statement.fetch(name) * 100)} %"

      def figure(value) = value && "#{value['text']} #{value['unit']}"

      def verdict
        verdict = @statement["verdict"] or return
        @sheet.heading "Against the claim of #{figure(verdict['claimed']) || 'a working load'}"
        @pdf.font("Text", style: :bold) { @pdf.text STATES.fetch(verdict["state"]), size: 11, color: verdict["state"] == "fail" ? Sheet::SIGNAL : Sheet::INK }
        @sheet.paragraph(verdict["because"])
        margins
      end

      def margins
        margins = @statement["margins"] or return
        rows = []
        rows << "Minimum against claim: #{margins['excess_text']} #{@unit.symbol}, #{format('%+.1f', margins['excess_share'] * 100)} %." if margins["excess_text"]
        rows << "Factor realised over the wanted working load: #{format('%g', margins['realised_factor'])}#{", #{margins['band']} the target band" if margins['band']}." if margins["realised_factor"]
        rows.each { |row| @sheet.paragraph(row) }
      end

      def described
        @sheet.heading "What was tested"
        @sheet.pairs([["Item", @lot["material"]], ["Made by", @lot["maker"]], ["Direction, configuration", "#{@lot['direction']}, #{@lot['configuration']}"],
                      ["Condition, set-up", "#{@lot['item_condition']}, #{@lot['setup_class']}"], ["Differs from what will be used", @lot["differs_from_use"]],
                      ["Shared uncertainty", "#{format('%g', @inputs.dig('terms', 'shared_uncertainty_share') * 100)} % of reading. #{@lot['shared_uncertainty_source']}"]])
      end

      def pulls
        return if @pulls.empty?

        @sheet.heading "Pulls: #{@statement.dig('counts', 'in_words')}"
        rows = @pulls.map do |p|
          [p["number"], "#{p['specimen']}, #{p['feature']}", force(p), WAYS.fetch(p["counts_as"]), [p["failed_part"], p["zone"], p["mode"]].compact.reject(&:empty?).join(", "), p["reason"].to_s, source(p)]
        end
        @sheet.table([["Pull", "Specimen", "Force (#{@unit.symbol})", "Counts as", "What failed", "Reason", "From"], *rows], right: [0, 2], widths: { 0 => 32, 2 => 58, 3 => 56 })
      end

      def force(pull)
        rule = Core::Quantity::FigureRule.for(unit: @unit, resolution_newtons: pull["resolution_newtons"], largest_newtons: pull["force_newtons"])
        text = rule.nearest(pull["force_newtons"]).text
        pull["upper_newtons"] ? "#{text} to #{rule.nearest(pull['upper_newtons']).text}" : text
      end

      def source(pull) = pull["file"] ? "#{pull['file']}, #{pull['file_sha256'][0, 8]}" : "typed #{pull['typed_text']} #{pull['typed_unit']}"

      def curves
        drawn = @pulls.select { |pull| @curves[pull["id"]] }
        return if drawn.empty?

        @sheet.room(190)
        @sheet.heading "Force over time"
        items = drawn.map { |p| { title: "Pull #{p['number']}: #{force(p)} #{@unit.symbol}, #{WAYS.fetch(p['counts_as'])}", points: @curves[p["id"]], void: p["counts_as"] == "void" } }
        PdfCurves.new(@sheet, unit: @unit).draw(items)
      end

      def working
        @sheet.heading "Working"
        described = @statement["description"]
        if described
          spread = described["standard_deviation"] ? ", standard deviation #{figure(described['standard_deviation'])} (#{format('%.1f', described['variation_share'] * 100)} % of the mean)" : ""
          @sheet.paragraph("#{described['breaks']} breaks: mean #{figure(described['mean'])}#{spread}, lowest #{figure(described['lowest'])}, highest #{figure(described['highest'])}.")
        end
        rows = @statement["schools"].map { |s| [s["name"], s["refusal"] ? "refused" : "#{s['stated']} #{@unit.symbol}", s["refusal"] || "#{s['in_words']}. #{s['assumption']}"] }
        @pdf.move_down 4
        @sheet.table([%w[School Value Reason], *rows], right: [1], widths: { 0 => 128, 1 => 70 })
        @statement["remarks"].each { |remark| @sheet.paragraph(remark, size: 8.5, color: Sheet::SOFT) }
      end

      def caution
        @sheet.room(80)
        @pdf.move_down 14
        @pdf.stroke_color Sheet::SIGNAL
        @pdf.line_width 2
        top = @pdf.cursor
        @pdf.indent(10) { @sheet.paragraph(Core::Rating::Caution::TEXT, size: 9) }
        @pdf.stroke { @pdf.vertical_line top, @pdf.cursor, at: 0 }
        @pdf.stroke_color Sheet::INK
      end

      def footer = "#{@lot['name']}   rules #{@statement['rule_version']}   #{@rating ? "rating #{@rating[:number]}" : 'draft'}   "
    end
  end
end
