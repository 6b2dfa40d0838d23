// Plates of ten more kinds of place, for judging roughs and cuts: KIND=1 a lighthouse at dusk, 2 peaks, 3 a lane of house fronts,
// 4 bowls from above, 5 trunks in fog, 6 paper lanterns at night, 7 snow with a fence, 8 a hall of columns, 9 a blossom close up,
// 10 shelves full of pots. MATTE=0 the plate, MATTE=1 what stands in front, white on black. `node bench/plates/render.mjs` draws them.
#version 3.7;
#include "functions.inc"
#ifndef (MATTE) #declare MATTE=0; #end
#ifndef (KIND) #declare KIND=1; #end
global_settings{assumed_gamma 1.0 max_trace_level 8}
#declare R=seed(700+KIND);
#declare White=texture{pigment{rgb 1} finish{ambient 0 diffuse 0 emission 1}}
#declare Black=texture{pigment{rgb 0} finish{ambient 0 diffuse 0}}
#macro Front(T) texture{#if(MATTE=0) T #else White #end} #end
#macro Behind(T) texture{#if(MATTE=0) T #else Black #end} #end
#macro Grainy(A,B,S) texture{pigment{granite color_map{[0 rgb A][1 rgb B]} scale S} normal{granite 0.3 scale S*0.4} finish{ambient 0 diffuse 0.75}} #end
#macro Plain(A) texture{pigment{rgb A} finish{ambient 0 diffuse 0.75 specular 0.1 roughness 0.05}} #end
#macro Glazed(A) texture{pigment{bozo color_map{[0 rgb A*0.8][1 rgb A*1.15]} scale 0.2} finish{ambient 0 diffuse 0.7 specular 0.5 roughness 0.015 reflection 0.03}} #end
#macro Sky(Low,Middle,High) #if(MATTE=0) sky_sphere{pigment{gradient y color_map{[0 rgb Low][0.25 rgb Middle][0.8 rgb High]}}} #else background{rgb 0} #end #end
#macro Sun(From,Colour,Size) #if(MATTE=0) light_source{From rgb Colour area_light x*Size,y*Size,3,3 adaptive 1 jitter} #end #end
#macro Fill(From,Colour) #if(MATTE=0) light_source{From rgb Colour shadowless} #end #end
#macro Eye(From,To,Angle) camera{location From look_at To right x*image_width/image_height angle Angle} #end
#macro EyeWithDepth(From,To,Angle,Sharp,Opening) camera{location From look_at To right x*image_width/image_height angle Angle focal_point Sharp aperture Opening blur_samples 48 variance 1/4000 confidence 0.92} #end
#switch(KIND)
#case(1)
 Eye(<0,2.2,-15>,<0,3.1,0>,40) Sun(<-40,9,18>,<1.3,0.72,0.42>,4) Fill(<10,20,-20>,<0.28,0.34,0.45>)
 Sky(<0.95,0.62,0.4>,<0.55,0.5,0.58>,<0.16,0.22,0.4>)
 union{ cone{<0,0.6,0>,0.75,<0,5,0>,0.48 Front(texture{pigment{gradient y color_map{[0 rgb <0.7,0.66,0.6>][0.5 rgb <0.7,0.66,0.6>][0.5 rgb <0.5,0.1,0.07>][1 rgb <0.5,0.1,0.07>]} scale 1.8} finish{ambient 0 diffuse 0.75}})}
  cylinder{<0,5,0>,<0,5.1,0>,0.66 Front(Plain(0.12))} cylinder{<0,5.1,0>,<0,5.7,0>,0.3 Front(texture{pigment{rgb <1,0.9,0.6>} finish{ambient 0 diffuse 0.5 emission 0.6}})} cone{<0,5.7,0>,0.42,<0,6.15,0>,0.02 Front(Plain(<0.35,0.07,0.05>))}
  #declare K=0; #while(K<12) cylinder{<0.64*cos(K*0.5236),5.1,0.64*sin(K*0.5236)>,<0.64*cos(K*0.5236),5.42,0.64*sin(K*0.5236)>,0.018 Front(Plain(0.1))} #declare K=K+1; #end
  torus{0.64,0.018 translate y*5.42 Front(Plain(0.1))} translate <3.2,0,0> }
 #declare K=0; #while(K<70) sphere{0,1 scale <0.5+rand(R),0.25+0.45*rand(R),0.6> translate <3.2+(rand(R)-0.5)*5,0.15+0.4*rand(R),-0.5+1.5*rand(R)> Front(Grainy(<0.1,0.09,0.09>,<0.3,0.27,0.25>,0.4))} #declare K=K+1; #end
 plane{y,0 #if(MATTE=0) texture{pigment{rgb <0.05,0.09,0.12>} normal{bumps 0.4 scale <1.2,1,0.25>} finish{ambient 0 diffuse 0.35 specular 0.5 roughness 0.01 reflection 0.4}} #else texture{Black} #end}
#break
#case(2)
 Eye(<0,3,-30>,<0,6.2,0>,44) Sun(<-60,40,-30>,<1.2,1.05,0.9>,6) Fill(<30,30,-30>,<0.25,0.32,0.42>) Sky(<0.75,0.83,0.9>,<0.45,0.62,0.82>,<0.2,0.36,0.62>)
 #declare Rock=function{pattern{wrinkles scale 0.22 turbulence 0.5}}
 #macro Ridge(Z,High,Off,T) mesh{ #local N=260; #local I=0; #local P=array[N+1][24];
  #while(I<=N) #local J=0; #while(J<24) #local X=-34+68*I/N; #local V=J/23; #local U=X*0.11+Off;
   #local H=High*(0.35+0.75*abs(sin(U*1.7)*sin(U*0.63+1.1))+0.5*Rock(U,V*0.6,Off));
   #local P[I][J]=<X+0.6*Rock(U*3,V*3,Off+4),H*V*(1-0.25*(1-V)*Rock(U*2,V*2,Off)*2),Z+(1-V)*-9+3*Rock(U*1.3,V*1.3,Off+9)>; #local J=J+1; #end #local I=I+1; #end
  #local I=0; #while(I<N) #local J=0; #while(J<23) triangle{P[I][J],P[I+1][J],P[I+1][J+1]} triangle{P[I][J],P[I+1][J+1],P[I][J+1]} #local J=J+1; #end #local I=I+1; #end texture{T}} #end
 Ridge(18,11,2.2,Behind(texture{pigment{rgb <0.42,0.52,0.66>} finish{ambient 0.15 diffuse 0.5}}))
 Ridge(4,8.5,5.1,Front(texture{pigment{slope{y} color_map{[0 rgb <0.16,0.15,0.15>][0.72 rgb <0.3,0.28,0.27>][0.8 rgb <0.85,0.87,0.9>][1 rgb <0.92,0.93,0.95>]}} normal{granite 0.4 scale 0.5} finish{ambient 0.03 diffuse 0.75}}))
 plane{y,0 Front(Grainy(<0.06,0.09,0.05>,<0.2,0.22,0.12>,2))}
#break
#case(3)
 Eye(<0.4,1.7,-6>,<-0.6,1.75,4>,62) Sun(<12,14,-6>,<1.25,1.1,0.92>,2) Fill(<-6,10,-10>,<0.3,0.36,0.45>) Sky(<0.8,0.82,0.82>,<0.62,0.72,0.82>,<0.35,0.5,0.7>)
 #declare K=0; #while(K<6) #declare C=<0.35+0.4*rand(R),0.3+0.32*rand(R),0.22+0.25*rand(R)>; #declare H=4.2+1.6*rand(R);
  box{<-9,0,0>,<-3.2,H,3.9> translate z*(-5+K*4) Behind(Grainy(C*0.85,C*1.1,0.3))} box{<-3.19,0,1.1>,<-3.12,2.1,2.0> translate z*(-5+K*4) Behind(Plain(<0.2,0.12+0.1*rand(R),0.1>))}
  box{<-3.19,2.6,0.7>,<-3.14,3.7,1.5> translate z*(-5+K*4) Behind(Plain(<0.08,0.1,0.13>))} box{<-3.19,2.6,2.4>,<-3.14,3.7,3.2> translate z*(-5+K*4) Behind(Plain(<0.08,0.1,0.13>))}
  box{<-9,H,-0.1>,<-2.95,H+0.25,4> translate z*(-5+K*4) Behind(Plain(<0.25,0.12,0.08>))} #declare K=K+1; #end
 box{<3.6,0,-8>,<9,2.2,30> Behind(Grainy(<0.32,0.3,0.27>,<0.52,0.48,0.43>,0.4))}
 #declare K=0; #while(K<160) sphere{0,1 scale 0.5+0.5*rand(R) translate <4.6+2*rand(R),2.3+1.6*rand(R),-2+30*rand(R)> Behind(Grainy(<0.05,0.1,0.03>,<0.26,0.34,0.12>,0.12))} #declare K=K+1; #end
 plane{y,0 Behind(texture{pigment{crackle color_map{[0 rgb <0.13,0.12,0.11>][0.12 rgb <0.38,0.36,0.33>][1 rgb <0.5,0.47,0.43>]} scale 0.22} normal{crackle 0.4 scale 0.22} finish{ambient 0 diffuse 0.75}})}
 union{ cylinder{<0,0,0>,<0,3,0>,0.06 Front(Plain(0.06))} cylinder{0,y*0.3,0.14 Front(Plain(0.06))} box{<-0.2,3,-0.2>,<0.2,3.5,0.2> Front(texture{pigment{rgb <0.9,0.8,0.55>} finish{ambient 0 diffuse 0.6 emission 0.1}})} cone{<0,3.5,0>,0.32,<0,3.85,0>,0.02 Front(Plain(0.05))} cylinder{<-0.5,2.75,0>,<0.5,2.75,0>,0.03 Front(Plain(0.06))} translate <1.1,0,-0.6> }
#break
#case(4)
 Eye(<0,9,-0.6>,<0,0,0>,44) Sun(<-7,9,5>,<1.2,1.06,0.9>,2.5) Fill(<6,10,-6>,<0.3,0.33,0.4>)
 #macro Bowl(P,S,C,T) difference{sphere{0,1 scale <1,0.6,1>} sphere{0,0.9 scale <1,0.62,1> translate y*0.08} box{<-2,0.22,-2>,<2,2,2>} scale S translate P+y*0.6*S texture{T}} #end
 Bowl(<-1.5,0,0.5>,1.35,0,Front(Glazed(<0.12,0.28,0.38>))) Bowl(<1.9,0,1.1>,0.8,0,Behind(Glazed(<0.6,0.5,0.36>))) Bowl(<2.1,0,-1.2>,0.6,0,Behind(Glazed(<0.5,0.16,0.09>)))
 #declare K=0; #while(K<9) sphere{<-1.5+0.7*cos(K*0.7)*(K>0),0.55+0.1*rand(R),0.5+0.7*sin(K*0.7)*(K>0)>,0.27+0.07*rand(R) Front(Glazed(<0.75,0.35+0.25*rand(R),0.06>))} #declare K=K+1; #end
 #declare K=0; #while(K<26) sphere{0,1 scale <0.07,0.02,0.17> rotate y*360*rand(R) translate <-3.4+7*rand(R),0.03,-2.3+0.8*rand(R)> Behind(Plain(<0.12,0.25+0.1*rand(R),0.07>))} #declare K=K+1; #end
 #declare K=0; #while(K<9) box{<-8,-0.1,0>,<8,0,0.98> translate <3*rand(R),0,-4.5+K> Behind(texture{pigment{wood turbulence 0.06 color_map{[0 rgb <0.42,0.28,0.16>*(0.85+0.3*rand(R))][1 rgb <0.56,0.4,0.25>*(0.85+0.3*rand(R))]} rotate y*90 scale <2,0.3,0.12>} finish{ambient 0 diffuse 0.75}})} #declare K=K+1; #end
 plane{y,-0.05 Behind(Plain(0.05))}
#break
#case(5)
 Eye(<0,1.6,-7>,<0,2.4,4>,50) Sun(<-20,16,30>,<1.25,1.12,0.85>,4) Fill(<4,12,-14>,<0.35,0.4,0.42>) Sky(<0.82,0.84,0.78>,<0.8,0.83,0.8>,<0.7,0.76,0.78>)
 #if(MATTE=0) fog{distance 22 rgb <0.78,0.81,0.76>} #end
 #macro Trunk(X,Z,W,T) union{ #local I=0; #while(I<14) cone{<0.15*sin(I*0.7+X),I*0.7,0.1*cos(I+X)>,W*(1-I*0.03),<0.15*sin((I+1)*0.7+X),(I+1)*0.7,0.1*cos(I+1+X)>,W*(0.97-I*0.03)} #local I=I+1; #end cone{-y*0.1,W*1.7,y*0.5,W} translate <X,0,Z> texture{T}} #end
 Trunk(-1.55,-1.4,0.34,Front(texture{pigment{granite color_map{[0 rgb <0.07,0.05,0.04>][1 rgb <0.25,0.2,0.15>]} scale <0.12,0.7,0.12>} normal{granite 0.8 scale <0.1,0.6,0.1>} finish{ambient 0 diffuse 0.8}}))
 #declare K=0; #while(K<46) #declare Z=2+24*rand(R); Trunk((rand(R)-0.5)*(6+Z*1.3),Z,0.14+0.16*rand(R),Behind(Grainy(<0.1,0.08,0.06>,<0.26,0.21,0.16>,0.3))) #declare K=K+1; #end
 plane{y,0 Behind(Grainy(<0.12,0.1,0.04>,<0.36,0.28,0.12>,0.5))}
 #declare K=0; #while(K<500) #declare X=(rand(R)-0.5)*12; #declare Z=-4+10*rand(R); triangle{<X-0.03,0,Z>,<X+0.03,0,Z>,<X+0.3*(rand(R)-0.5),0.25+0.35*rand(R),Z> Behind(Plain(<0.1,0.2+0.12*rand(R),0.05>))} #declare K=K+1; #end
#break
#case(6)
 EyeWithDepth(<0,1.5,-7>,<0,2,0>,42,<0,2,-0.5>,0.22) Fill(<0,20,-20>,<0.05,0.06,0.1>) Sky(<0.03,0.035,0.06>,<0.015,0.02,0.045>,<0.005,0.008,0.02>)
 #macro Lantern(P,S,C,T) union{ sphere{0,0.5 scale <1,1.15,1>} cylinder{y*0.5,y*0.62,0.2} cylinder{-y*0.62,-y*0.5,0.2} cylinder{y*0.6,y*2.6/S,0.012} scale S translate P texture{T}} #if(MATTE=0) light_source{P rgb C*0.35 fade_distance 1.2 fade_power 2 shadowless} #end #end
 Lantern(<-1.1,2.1,-0.6>,1.25,<1.3,0.75,0.3>,Front(texture{pigment{gradient y color_map{[0 rgb <1,0.5,0.16>][0.8 rgb <1,0.62,0.26>][0.8 rgb <0.6,0.25,0.08>][1 rgb <0.6,0.25,0.08>]} scale 0.14} finish{ambient 0 diffuse 0.2 emission 0.75}}))
 #declare K=0; #while(K<22) #declare P=<(rand(R)-0.5)*15,1.6+3.2*rand(R),4+11*rand(R)>; Lantern(P,0.7,<1,0.6,0.3>,Behind(texture{pigment{rgb <1,0.4+0.3*rand(R),0.15+0.2*rand(R)>} finish{ambient 0 diffuse 0.1 emission 0.8}})) #declare K=K+1; #end
 plane{y,0 Behind(texture{pigment{rgb <0.1,0.1,0.11>} normal{bumps 0.15 scale 0.4} finish{ambient 0 diffuse 0.6 reflection 0.18 specular 0.2}})}
 box{<-20,0,17>,<20,2.6,18> Behind(Grainy(<0.05,0.04,0.04>,<0.12,0.1,0.09>,1))}
#break
#case(7)
 Eye(<0,1.8,-9>,<0,1.6,0>,44) Sun(<-16,8,-4>,<1.15,1.08,0.98>,3) Fill(<8,14,-10>,<0.4,0.46,0.56>) Sky(<0.86,0.87,0.88>,<0.8,0.83,0.86>,<0.7,0.76,0.83>)
 height_field{function 300,300{0.5+0.16*f_noise3d(x*5,y*5,2)+0.05*f_noise3d(x*17,y*17,5)} smooth translate <-0.5,-0.55,-0.5> scale <44,5,44> translate z*10 Behind(texture{pigment{rgb <0.9,0.91,0.94>} normal{granite 0.15 scale 0.08} finish{ambient 0 diffuse 0.72}})}
 #declare K=0; #while(K<9) box{<-0.06,-0.8,-0.05>,<0.06,0.95,0.05> rotate z*(rand(R)-0.5)*9 translate <-5+K*1.2,0.2,0.6+0.1*K> Front(Grainy(<0.1,0.07,0.05>,<0.3,0.23,0.17>,0.2))} #declare K=K+1; #end
 box{<-5.2,0.62,0.5>,<4.8,0.72,0.56> rotate y*-4.6 translate z*0.1 Front(Grainy(<0.12,0.09,0.07>,<0.32,0.25,0.19>,0.2))} box{<-5.2,0.92,0.5>,<4.8,1.0,0.56> rotate y*-4.6 translate z*0.1 Front(Grainy(<0.12,0.09,0.07>,<0.32,0.25,0.19>,0.2))}
 #macro Twig(P,D,L,W,N) cone{P,W,P+D*L,W*0.6} #if(N>0) #local I=0; #while(I<3) #local E=vnormalize(D+<rand(R)-0.5,0.35*rand(R),rand(R)-0.5>*1.5); Twig(P+D*L*(0.55+0.45*rand(R)),E,L*(0.6+0.2*rand(R)),W*0.55,N-1) #local I=I+1; #end #end #end
 union{ Twig(<2.4,-0.5,2>,<0.04,1,0>,1.5,0.11,5) Front(Grainy(<0.06,0.05,0.04>,<0.2,0.16,0.13>,0.2)) }
#break
#case(8)
 Eye(<0.3,1.6,-7>,<0,1.9,4>,58) Sun(<14,12,-2>,<1.25,1.1,0.9>,2) Fill(<-2,4,-9>,<0.42,0.42,0.44>) Fill(<0,5,10>,<0.3,0.28,0.26>)
 #macro Column(X,Z,T) union{ cylinder{<0,0.25,0>,<0,4.3,0>,0.33} box{<-0.5,0,-0.5>,<0.5,0.25,0.5>} box{<-0.5,4.3,-0.5>,<0.5,4.6,0.5>} torus{0.36,0.07 translate y*0.32} torus{0.36,0.07 translate y*4.22} translate <X,0,Z> texture{T}} #end
 Column(1.9,-2.6,Front(texture{pigment{marble turbulence 0.7 color_map{[0 rgb <0.62,0.57,0.5>][1 rgb <0.75,0.71,0.65>]} scale 0.6} finish{ambient 0 diffuse 0.75 specular 0.1}}))
 #declare K=0; #while(K<5) Column(1.9,1.4+K*4,Behind(Grainy(<0.6,0.55,0.48>,<0.72,0.68,0.62>,0.5))) #declare K=K+1; #end
 box{<-3.6,0,-9>,<-3.3,6,30> Behind(Grainy(<0.62,0.5,0.38>,<0.7,0.58,0.46>,0.8))} box{<-4,4.6,-9>,<2.6,5,30> Behind(Plain(<0.6,0.56,0.5>))} box{<-4,-1,26>,<30,6,27> Behind(Plain(<0.66,0.62,0.56>))}
 plane{y,0 Behind(texture{pigment{checker rgb <0.55,0.5,0.43> rgb <0.22,0.2,0.19> scale 0.8} finish{ambient 0 diffuse 0.7 reflection 0.08}})} Sky(<0.8,0.85,0.9>,<0.6,0.72,0.85>,<0.4,0.55,0.75>)
#break
#case(9)
 EyeWithDepth(<0,0.6,-4.5>,<0,0.35,0>,36,<0,0.4,-0.3>,0.3) Sun(<-5,8,-5>,<1.2,1.1,0.95>,2) Fill(<6,4,-8>,<0.35,0.38,0.42>)
 #macro Flower(P,S,C,M,T) union{ #local I=0; #while(I<13) #local A=I*27.7; sphere{0,1 scale <0.19,0.04,0.5> translate z*0.58 rotate x*(-18-14*mod(I,2)) rotate y*A} #local I=I+1; #end rotate x*-62 scale S translate P texture{T}} union{ #local I=0; #while(I<140) #local G=I*2.39996; #local U=sqrt(I/140)*0.26; sphere{<U*cos(G),0.12-U*U,U*sin(G)>,0.03} #local I=I+1; #end rotate x*-62 scale S translate P texture{M}} #end
 Flower(<0.45,0.5,-0.2>,1.05,0,Front(texture{pigment{rgb <0.82,0.3,0.4>} finish{ambient 0 diffuse 0.65 specular 0.05}}),Front(Plain(<0.75,0.5,0.08>)))
 cylinder{<0.45,0.45,0.05>,<0.3,-2,0.3>,0.05 Front(Plain(<0.14,0.3,0.08>))}
 #declare K=0; #while(K<16) Flower(<-4+9*rand(R),-0.9+1.6*rand(R),3+5*rand(R)>,0.6,0,Behind(Plain(<0.75,0.35+0.3*rand(R),0.45>)),Behind(Plain(<0.7,0.5,0.1>))) #declare K=K+1; #end
 #declare K=0; #while(K<500) #declare X=-5+10*rand(R); #declare Z=1+7*rand(R); cylinder{<X,-2,Z>,<X+0.6*(rand(R)-0.5),-0.3+0.7*rand(R),Z>,0.03 Behind(Plain(<0.1,0.24+0.16*rand(R),0.06>))} #declare K=K+1; #end
 plane{-z,-14 Behind(texture{pigment{bozo color_map{[0 rgb <0.14,0.26,0.1>][1 rgb <0.4,0.5,0.24>]} scale 2} finish{ambient 0.2 diffuse 0.5}})}
#break
#case(10)
 Eye(<0,1.9,-7>,<0,1.75,0>,40) Sun(<-6,8,-8>,<1.15,1.02,0.85>,2.5) Fill(<7,5,-8>,<0.32,0.35,0.42>)
 #macro Pot(P,S,V,T) lathe{cubic_spline 7,<0,-0.01>,<0.3,0>,<0.3+0.25*V,0.3>,<0.28+0.2*(1-V),0.62>,<0.16+0.1*V,0.8>,<0.2+0.08*V,0.92>,<0.18,0.93> scale S translate P texture{T}} #end
 #declare J=0; #while(J<4) box{<-4,0.42+J*0.95-0.06,-0.4>,<4,0.42+J*0.95,0.75> Behind(Grainy(<0.3,0.2,0.12>,<0.46,0.32,0.2>,0.4))}
  #declare K=0; #while(K<9) #if(!(J=1&K=5)) Pot(<-3.1+K*0.78+0.1*rand(R),0.42+J*0.95,0.1+0.2*rand(R)>,0.62+0.22*rand(R),rand(R),Behind(Glazed(<0.2+0.5*rand(R),0.18+0.32*rand(R),0.12+0.3*rand(R)>))) #end #declare K=K+1; #end #declare J=J+1; #end
 Pot(<0.82,1.37,-0.15>,0.92,0.6,Front(Glazed(<0.1,0.32,0.42>)))
 plane{-z,-0.8 Behind(Grainy(<0.5,0.45,0.38>,<0.6,0.55,0.47>,0.7))} plane{y,-1 Behind(Plain(0.2))}
#break
#end
