# frozen_string_literal: true

require "optparse"

module MildAnvil
  module Cli
    # The command line: parses, runs one command, prints; exit status 0 done, 1 the input cannot be used, 2 wrong use.
    class Main
      COMMANDS = { "rate" => RateCommand, "curve" => CurveCommand, "compare" => CompareCommand,
                   "check" => CheckCommand, "plan" => PlanCommand, "watch" => WatchCommand,
                   "package" => PackageCommand, "check-paper" => CheckPaperCommand }.freeze
      USAGE = "usage: bin/anvil rate FILE | curve FILE-OR-FOLDER | compare FILE | check FILE | plan FILE | watch " \
              "FILE | package FILE check|show|rate | check-paper FILE [--json] [options]; bin/anvil verify | " \
              "backup FILE | restore FILE | export FILE | bring FILE; bin/anvil --help"

      def initialize(out: $stdout, err: $stderr)
        @out = out
        @err = err
      end

      # @param argv [Array<String>]
      # @return [Integer] exit status
      def run(argv)
        options = {}
        rest = parser(options).parse(argv)
        return 0 if options[:helped]

        command = COMMANDS[rest.shift]
        options[:verb] = rest.delete_at(1) if command == PackageCommand
        return wrong(USAGE) if command.nil? || rest.size != 1
        return wrong("there is no file #{rest.first}") unless File.exist?(rest.first)

        @out.puts command.call(rest.first, options)
        0
      rescue OptionParser::ParseError => e
        wrong("#{e.message}. #{USAGE}")
      rescue MildAnvil::Error => e
        refused(rest&.first, e, options)
      end

      private

      def refused(file, fault, options)
        fields = fault.details[:fields].to_h.map { |name, words| "; #{name} #{words}" }.join
        @err.puts "#{File.basename(file.to_s)}: #{fault.message}#{fields}"
        if options[:json]
          @out.puts JSON.pretty_generate(error: { message: fault.message, fields: fault.details[:fields],
                                                  questions: fault.details[:questions],
                                                  line: fault.details[:line] }.compact)
        end
        1
      end

      def wrong(message)
        @err.puts message
        2
      end

      def parser(options)
        OptionParser.new do |o|
          o.banner = USAGE
          o.on("--json", "as JSON, schema in docs/cli.md") { options[:json] = true }
          o.on("--unit UNIT", "unit to state forces in") { |v| options[:unit] = v }
          rate_options(o, options)
          o.separator "curve:"
          o.on("--columns LIST", "index:role:unit[:main], comma between") { |v| options[:columns] = v }
          o.on("--clock ANSWER", %w[changed passed], "an hour that the clock jumps: changed, or passed") do |v|
            options[:clock_changed] = v == "changed"
          end
          o.on("--rate HERTZ", Float, "sampling rate, when the file has none") { |v| options[:rate] = v }
          o.on("--skip-bad-rows", "pass over rows without a force") { options[:skip_bad_rows] = true }
          curve_options(o, options)
          o.on("-h", "--help") do
            options[:helped] = true
            @out.puts(o)
          end
        end
      end

      QUANTITIES = { "--gauge-length LENGTH" => [:gauge_length_metres, "yield at 0.2 % of it, such as 50mm"],
                     "--yield-offset LENGTH" => [:yield_offset_metres, "such as 0.1mm"],
                     "--rate-wanted FORCE" => [:wanted_rate, "per second, of the procedure, such as 0.5kN"],
                     "--cell-uncertainties U1,U2" => [:cell_uncertainties,
                                                      "of two cells in line, such as 30N,50N"] }.freeze

      def curve_options(parser, options)
        parser.on("--hold FORCE:SECONDS[:SHARE]", "a target to be held, such as 20kN:60; may be repeated") do |v|
          (options[:holds] ||= []) << v
        end
        parser.on("--at-displacement LENGTH", "the force there; may be repeated") do |v|
          (options[:at_displacement] ||= []) << v
        end
        parser.on("--at-force FORCE", "the displacement there; may be repeated") do |v|
          (options[:at_force] ||= []) << v
        end
        parser.on("--train-stiffness X", Float, "of all but the specimen, kN/mm") { |v| options[:train_stiffness] = v }
        QUANTITIES.each { |flag, (name, words)| parser.on(flag, words) { |v| options[name] = v } }
      end

      def rate_options(parser, options)
        parser.separator "rate:"
        { coverage: "share that is stronger, 0.95", confidence: "0.95", factor: "design factor: without one no limit",
          claim: "claimed minimum strength, in the unit", marking_step: "in the unit",
          shared_uncertainty_share: "that all readings share; unknown: no claim is told" }.each do |name, words|
          parser.on("--#{name.to_s.tr('_', '-')} X", Float, words) { |v| options[name] = v }
        end
        parser.on("--school KEY", "instead of the recommended one") { |v| options[:school] = v }
        parser.on("--population SHAPE", %w[normal weibull unknown], "what is known of it (unknown)") do |v|
          options[:population] = v
        end
        parser.on("--quick", "calibrate by simulation only what is chosen") { options[:quick] = true }
      end
    end
  end
end
